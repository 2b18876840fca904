import qrcodeGenerator from 'qrcode-generator';
import { cleanText, recently } from '../units';

/** UTF-8 bytes, each as one character: the library takes characters for bytes. */
const bytesOf = (text: string): string =>
  encodeURIComponent(cleanText(text)).replace(/%([0-9A-F]{2})/g, (_, hex: string) =>
    String.fromCharCode(Number.parseInt(hex, 16)),
  );

/** The squares of a QR code, true where dark: error correction M, the smallest version that holds the text as UTF-8. */
export const qrcode: (text: string) => readonly (readonly boolean[])[] = recently(make, 4);

function make(text: string): readonly (readonly boolean[])[] {
  const code = qrcodeGenerator(0, 'M');
  code.addData(bytesOf(text), 'Byte');
  code.make();
  const n = code.getModuleCount();
  return Array.from({ length: n }, (_, row) =>
    Array.from({ length: n }, (__, column) => code.isDark(row, column)),
  );
}
