import { cents, share, twoDecimals } from '../common/money.ts';
import type { CheckoutAnswer } from '../common/standin.ts';
import { type Item, type Promotion, words } from './feed.ts';

/** Looks into the shop's checkout at the end of a review; null where the shop does not answer. */
export async function lookAt(
  shop: string,
  promotion: Promotion,
  items: readonly Item[],
  moment: number,
): Promise<'passed' | { refused: string } | null> {
  const { code, percent, label, listings } = promotion;
  if (code === undefined) return 'passed';
  const country = words(promotion.countries)[0] ?? '';
  const listed = new Set(words(listings));
  const meant = items.filter(({ id, labels }) =>
    label !== undefined ? labels.includes(label) : listings === undefined || listed.has(id),
  );
  for (let from = 0; from < meant.length; from += 250) {
    const some = meant.slice(from, from + 250);
    const baskets = some.flatMap((item) =>
      [[], [code]].map((codes) => ({
        lines: [{ listing: item.id, units: 1, price: item.price, grams: item.grams }],
        place: { country, part: null, postcode: null },
        codes,
      })),
    );
    const answer = await fetch(`${shop}/checkout`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ moment: new Date(moment).toISOString(), baskets }),
      signal: AbortSignal.timeout(5000),
    })
      .then((response) => (response.ok ? (response.json() as Promise<{ answers: CheckoutAnswer[] }>) : null))
      .catch(() => null);
    if (!answer) return null;
    for (const [i, item] of some.entries()) {
      const [without, within] = [answer.answers[2 * i], answer.answers[2 * i + 1]];
      const why = within?.codes[0]?.why;
      if (why === 'unknown' || why === 'ended') return { refused: `Lerrin Shop does not take ${code}: ${why}` };
      if (percent === undefined || !within || within.choices.length === 0) continue;
      const there = cents(within.choices[0]?.discount ?? '0.00') - cents(without?.choices[0]?.discount ?? '0.00');
      const due = share(cents(item.price), percent);
      if (there !== due)
        return {
          refused: [
            `${item.id} with ${code}: ${twoDecimals(due)} off promised,`,
            `${twoDecimals(Math.max(0, there))} off in Lerrin Shop`,
          ].join(' '),
        };
    }
  }
  return 'passed';
}
