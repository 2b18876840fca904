/** What findings do not judge yet, said on the map and the sheet so that silence is not taken for approval. */
export const NOT_JUDGED: readonly string[] = [
  'levels and noise',
  'tone',
  'hum',
  'supplies',
  'mains and earths',
  'heat',
  'switching',
];
