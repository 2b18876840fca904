/** Fonts are bundled into the command line as bytes. */
declare module '*.ttf' {
  const bytes: Uint8Array;
  export default bytes;
}
