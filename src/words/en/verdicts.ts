import type { Book } from '../../core/book/index.ts';
import type { Finding, SideCharge } from '../../core/check/index.ts';
import { lostWords } from './fidelity.ts';
import { money, type Tender } from './figures.ts';

/** What a finding comes to for shoppers. */
export function differenceWords({ cause, difference, meant, charged }: Finding, tender: Tender): string {
  if (cause === 'not sold there') return 'Not sold there.';
  if (difference !== null)
    return `Shoppers there pay ${money(Math.abs(difference), tender)} too ${difference < 0 ? 'little' : 'much'}.`;
  return meant === null
    ? `Shoppers there are offered it at ${money(charged?.delivery ?? 0, tender)}, though it is not meant to be.`
    : 'Shoppers there are not offered it, though it is meant to be.';
}

/** A side's delivery, and what it takes off the goods. */
export const chargedWords = (charged: SideCharge, tender: Tender): string =>
  charged === null
    ? '—'
    : `${money(charged.delivery, tender)}${charged.discount > 0 ? ` −${money(charged.discount, tender)}` : ''}`;

/** Why a channel's charge is not what was meant; `where`: the channel's name. */
export function causeWords(book: Book, finding: Finding, where: string, tender: Tender): string {
  const lost = finding.note ? lostWords(book, finding.note.fidelity, tender) : '';
  const offered = (side: SideCharge) => (side ? money(side.delivery, tender) : 'nothing: not offered');
  switch (finding.cause) {
    case 'limit':
      return `A limit of translation. ${lost || `${where} was told what was meant, and goes by its own rules.`}`;
    case 'unsent':
      return `The book has changed since it was last sent to ${where}, or was never sent there.`;
    case 'in review':
      return `It was sent, and ${where} still reviews it.`;
    case 'refused':
      return `${where} has refused it.`;
    case 'drift':
      return [
        `Drift over there: what is live at ${where} is not what Plemb sent.`,
        `Sent, it would charge ${offered(finding.told)}; it charges ${offered(finding.charged)}.`,
      ].join(' ');
    case 'not sold there':
      return lost || `${where} does not sell to this place.`;
  }
}
