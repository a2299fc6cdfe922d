/** Great Britain's postcode areas in the order of their letters. From memory. */
const areas = [
  'AB AL B BA BB BD BH BL BN BR BS BT CA CB CF CH CM CO CR CT CV CW DA DD DE DG DH DL DN DT DY E EC EH',
  'EN EX FK FY G GL GU HA HD HG HP HR HS HU HX IG IP IV KA KT KW KY L LA LD LE LL LN LS LU M ME MK ML',
  'N NE NG NN NP NR NW OL OX PA PE PH PL PO PR RG RH RM S SA SE SG SK SL SM SN SO SP SR SS ST SW SY TA',
  'TD TF TN TQ TR TS TW UB W WA WC WD WF WN WR WS WV YO ZE',
].flatMap((line) => line.split(' '));
const letters = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ';

/**
 * A pattern of the second format, `GB:HS*` or `GB:AB31..AB38`, as the patterns of the third that take in the same: a
 * space after the country; a British range within one area each; Irish routing keys one by one.
 */
export function patternFrom2(pattern: string): string[] {
  const at = pattern.indexOf(':');
  if (at < 0) return [pattern];
  const country = pattern.slice(0, at).trim().toUpperCase();
  const code = pattern.slice(at + 1).trim();
  const plain = (text: string) => text.toUpperCase().replace(/[\s-]+/g, '');
  // A prefix was compared without its space: `HS1 2*` was the district HS12.
  if (code.endsWith('*')) return [`${country} ${plain(code)}`];
  const [from, to] = code.split('..');
  if (to === undefined) return [`${country} ${code}`];
  const [low, high] = [plain(from ?? ''), plain(to)];
  if (country === 'IE') return routingKeys(low, high).map((key) => `IE ${key}*`);
  if (country !== 'GB') return [`${country} ${low} to ${high}`];
  const [a, b] = [low, high].map((end) => /^([A-Z]+)(\d+)[A-Z]?$/.exec(end));
  if (!a || !b) return [`${country} ${low} to ${high}`];
  const [first, last] = [a[1] ?? '', b[1] ?? ''];
  if (first === last) return [`GB ${first}${a[2]} to ${last}${b[2]}`];
  return [
    `GB ${first}${a[2]} to ${first}99`,
    ...areas.filter((area) => area > first && area < last).map((area) => `GB ${area}*`),
    `GB ${last}0 to ${last}${b[2]}`,
  ];
}

/** Routing keys from one to another, whole letters as one. */
function routingKeys(low: string, high: string): string[] {
  return [...letters].flatMap((letter) => {
    if (letter < low.charAt(0) || letter > high.charAt(0)) return [];
    const from = letter === low.charAt(0) ? Number(low.slice(1)) : 0;
    const to = letter === high.charAt(0) ? Number(high.slice(1)) : 99;
    if (from === 0 && to === 99) return [letter];
    return Array.from({ length: to - from + 1 }, (_, i) => `${letter}${String(from + i).padStart(2, '0')}`);
  });
}
