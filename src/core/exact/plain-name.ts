/**
 * A name as it is compared: small letters without accents, single spaces.
 * @example plainName('Île-de-France') // 'ile de france'
 */
export const plainName = (name: string): string =>
  name
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replaceAll('ß', 'ss')
    .replace(/[^\p{L}]+/gu, ' ')
    .trim();
