import type { ChannelId, CompiledBook } from '../book/index.ts';
import { countedAt, dialectOf, type RecordFinding, type Rules } from '../channels/index.ts';
import { massOfGrams, parseAmount } from '../exact/index.ts';
import { inChannel, type Sold, soldIn } from '../quote/index.ts';
import { type Differing, differing, ordersBySku } from './differing.ts';
import { isOf, type Ordered } from './told-over.ts';

/** Two sides of a channel's file: as the book would have it, and as it is there. */
interface Sides {
  readonly id: ChannelId;
  readonly here: Rules;
  readonly there: Rules;
  readonly speeds: Readonly<Record<string, string | null>>;
}

/**
 * What each finding of a record would have changed in what shoppers paid for past orders of the channel, and of none,
 * goods and delivery together; null for what is not a figure.
 */
export function recordCosts(
  book: CompiledBook,
  { id, here, there, speeds }: Sides,
  findings: readonly RecordFinding[],
  past: readonly Ordered[],
): (Differing | null)[] {
  const { question: counted } = countedAt(book, dialectOf(id));
  const bySku = ordersBySku(past.filter((order) => isOf(order, id, speeds)));
  return findings.map((finding) => {
    if (finding.is !== 'price' && finding.is !== 'mass' && finding.is !== 'size' && finding.is !== 'plan') return null;
    return differing(
      (bySku.get(finding.sku) ?? []).map(({ question, service }) => {
        const { lines, ...basket } = soldIn(counted(inChannel(question, id)));
        const paid = (rules: Rules, sold: readonly Sold[]) => {
          const all = rules.charges({ ...basket, lines: sold }, question.moment);
          const choice = all.find((one) => one.speed === speeds[service]);
          return choice ? worth(sold) - choice.discount + choice.charge : null;
        };
        const recorded = lines.map((line) =>
          line.listing === finding.listing ? asRecorded(book, line, finding) : line,
        );
        // What only its file says of a listing is as that file charges.
        const inFile = finding.is === 'plan' || finding.is === 'size';
        return [paid(inFile ? here : there, lines), paid(there, recorded)];
      }),
    );
  });
}

const worth = (lines: readonly Sold[]): number => lines.reduce((sum, { price, units }) => sum + price * units, 0);

/** A line with the figure that the channel has of it. */
function asRecorded(
  book: CompiledBook,
  line: Sold,
  { is, there }: { readonly is: string; readonly there: string | null },
): Sold {
  if (is === 'mass') return { ...line, mass: there === null ? null : massOfGrams(there) };
  const price = is === 'price' && there !== null ? parseAmount(there, book.currency) : null;
  return price?.ok ? { ...line, price: price.value } : line;
}
