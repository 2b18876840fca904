import type { Locator, Page } from '@playwright/test';

/**
 * Hands of a stranger: every click, tap or key chord is one act, a typed line one act for each word.
 * The count is printed with what it was for.
 */
export class Hands {
  count = 0;
  private readonly page: Page;
  constructor(page: Page) {
    this.page = page;
  }

  async press(target: Locator) {
    this.count += 1;
    await target.click();
  }

  async key(chord: string) {
    this.count += 1;
    await this.page.keyboard.press(chord);
  }

  async type(line: string) {
    this.count += line.trim().split(/\s+/).length;
    await this.page.keyboard.type(line);
  }

  /** Goes on with Tab (or Shift+Tab) until the wanted element has the focus; each step is an act. */
  async tabTo(target: Locator, chord: 'Tab' | 'Shift+Tab' = 'Tab') {
    let wanted = await target.elementHandle();
    for (let i = 0; i < 60; i += 1) {
      const is = await wanted?.evaluate((element) =>
        element.isConnected ? element === document.activeElement : null,
      );
      if (is === true) return;
      // Drawn anew meanwhile: it is looked for again.
      if (is === null) wanted = await target.elementHandle();
      else await this.key(chord);
    }
    throw new Error(`${String(target)} is not reached by ${chord}`);
  }

  tell(what: string) {
    console.log(`${what}: ${this.count} acts`);
  }
}
