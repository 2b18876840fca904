/** What the store's own words mean to somebody with a rig; ends with a full stop. */
export function troubleWords(trouble: unknown): string {
  const said = trouble instanceof Error ? `${trouble.name} ${trouble.message}` : String(trouble);
  if (/quota|no room|disk/i.test(said)) return 'there is no room left in this browser’s storage.';
  return `${(trouble instanceof Error ? trouble.message : said).replace(/\.$/, '')}.`;
}
