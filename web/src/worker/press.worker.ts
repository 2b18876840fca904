import '../zod';
import mono from '@expo-google-fonts/atkinson-hyperlegible-mono/400Regular/AtkinsonHyperlegibleMono_400Regular.ttf?url';
import sans from '@expo-google-fonts/atkinson-hyperlegible-next/400Regular/AtkinsonHyperlegibleNext_400Regular.ttf?url';
import bold from '@expo-google-fonts/atkinson-hyperlegible-next/600SemiBold/AtkinsonHyperlegibleNext_600SemiBold.ttf?url';
import { expose, transfer } from 'comlink';
import { labelsPdf, sheetPdf, type LabelForm, type Order } from '../../../core/press';
import type { Rig } from '../../../core/model';

export type Printed = Omit<Order, 'fonts'>;

const bytesOf = async (url: string) => {
  const answer = await fetch(url);
  if (!answer.ok) throw new Error('the fonts for the paper could not be read');
  return new Uint8Array(await answer.arrayBuffer());
};

async function orderOf(printed: Printed): Promise<Order> {
  const [a, b, c] = await Promise.all([sans, bold, mono].map(bytesOf));
  if (!a || !b || !c) throw new Error('the fonts for the paper could not be read');
  return { ...printed, fonts: { sans: a, bold: b, mono: c } };
}

const pressWorker = {
  async sheet(rig: Rig, variant: string | null, printed: Printed): Promise<Uint8Array> {
    const bytes = await sheetPdf(rig, variant, await orderOf(printed));
    return transfer(bytes, [bytes.buffer as ArrayBuffer]);
  },
  async labels(
    rig: Rig,
    variant: string | null,
    printed: Printed & { readonly form: LabelForm; readonly only?: ReadonlySet<string> },
  ): Promise<Uint8Array> {
    const { form, only } = printed;
    const order = await orderOf(printed);
    const bytes = await labelsPdf(rig, variant, { ...order, form, ...(only ? { only } : {}) });
    return transfer(bytes, [bytes.buffer as ArrayBuffer]);
  },
};

export type PressWorker = typeof pressWorker;
expose(pressWorker);
