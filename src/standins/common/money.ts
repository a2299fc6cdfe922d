/**
 * Amounts as whole cents, masses as whole millionths of a millionth of a gram: the stand-ins' own reading of the common
 * page.
 */
export const cents = (text: string): number => {
  const [whole = '0', part = ''] = text.split('.');
  return Number(whole) * 100 + Number(part.padEnd(2, '0'));
};

export const twoDecimals = (value: number): string =>
  `${Math.floor(value / 100)}.${String(value % 100).padStart(2, '0')}`;
export const isMoney = (text: string): boolean => /^\d{1,8}\.\d{2}$/.test(text);
export const isPercent = (text: string): boolean =>
  /^\d{1,3}(\.\d{1,3})?$/.test(text) && Number(text) > 0 && Number(text) <= 100;
export const isCode = (text: string): boolean => /^[A-Z0-9]{3,20}$/.test(text);

/** A percentage of cents, rounded half away from zero. */
export function share(value: number, percent: string): number {
  const thousandths = BigInt(Math.round(Number(percent) * 1000));
  return Number((BigInt(value) * thousandths + 50_000n) / 100_000n);
}

const million = 1_000_000n;
const unit = million * million;

/** Exact grams, or null where the text is no mass. */
export function pico(grams: string): bigint | null {
  if (!/^\d{1,7}(\.\d{1,12})?$/.test(grams)) return null;
  const [whole = '0', part = ''] = grams.split('.');
  return BigInt(whole) * unit + BigInt(part.padEnd(12, '0'));
}

/** How many started lots of so many grams a mass makes. */
export const startedLots = (mass: bigint, grams: number): number => {
  const lot = BigInt(grams) * unit;
  return Number((mass + lot - 1n) / lot);
};
