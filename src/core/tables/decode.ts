/** How the letters of a file are told as bytes. */
export type Encoding = 'utf-8' | 'utf-16le' | 'utf-16be' | 'windows-1252';

/** A file's text and how it was told; or that it is none, but the workbook of a spreadsheet. */
export type Decoded = { readonly is: 'text'; readonly text: string; readonly encoding: Encoding } | { is: 'workbook' };

/** How the files of workbooks begin: an archive, or a compound file. */
const workbooks = [
  [0x50, 0x4b, 0x03, 0x04],
  [0xd0, 0xcf, 0x11, 0xe0],
];
const looked = 4096;
/**
 * What Windows-1252 prints where ISO 8859-1 has controls, from 0x80 on (WHATWG Encoding Standard, index windows-1252);
 * some decoders leave the controls.
 */
const printedFrom80 = '€\u0081‚ƒ„…†‡ˆ‰Š‹Œ\u008dŽ\u008f\u0090‘’“”•–—˜™š›œ\u009džŸ';
const controls = /[\u0080-\u009f]/g;
const printed = (letter: string): string => printedFrom80[letter.charCodeAt(0) - 0x80] ?? letter;

/**
 * The text of a file of any of the usual encodings: by its byte order mark; else UTF-16 where every other byte is
 * nothing; else UTF-8 where it is that throughout; else Windows-1252, which takes in the printed letters of ISO 8859-1
 * (WHATWG Encoding Standard, § 4.2: both labels name one decoder).
 * @example decoded(new Uint8Array([0xff, 0xfe, 0x61, 0x00])) // { is: 'text', text: 'a', encoding: 'utf-16le' }
 */
export function decoded(bytes: Uint8Array): Decoded {
  if (workbooks.some((mark) => mark.every((byte, i) => bytes[i] === byte))) return { is: 'workbook' };
  const encoding = encodingOf(bytes);
  const text = new TextDecoder(encoding).decode(bytes);
  return { is: 'text', text: encoding === 'windows-1252' ? text.replace(controls, printed) : text, encoding };
}

function encodingOf(bytes: Uint8Array): Encoding {
  const [first, second] = bytes;
  if (first === 0xff && second === 0xfe) return 'utf-16le';
  if (first === 0xfe && second === 0xff) return 'utf-16be';
  const [even, odd] = [zeros(bytes, 0), zeros(bytes, 1)];
  const enough = Math.min(bytes.length, looked) / 8;
  if (odd > enough && odd > 4 * even) return 'utf-16le';
  if (even > enough && even > 4 * odd) return 'utf-16be';
  try {
    new TextDecoder('utf-8', { fatal: true }).decode(bytes);
    return 'utf-8';
  } catch {
    return 'windows-1252';
  }
}

/** How many of the first bytes at even or odd places are nothing. */
function zeros(bytes: Uint8Array, from: 0 | 1): number {
  let found = 0;
  for (let i = from; i < Math.min(bytes.length, looked); i += 2) if (bytes[i] === 0) found += 1;
  return found;
}
