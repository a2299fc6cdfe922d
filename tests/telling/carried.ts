import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type Card, cardOn, cardSchema, carrierBy, readCard } from '../../src/core/carrier/index.ts';
import { localOf, unwrap } from '../../src/core/exact/index.ts';
import type { Question } from '../../src/core/quote/index.ts';
import { cents } from '../../src/standins/common/money.ts';
import type { QuoteAsk } from '../../src/standins/common/quotes.ts';
import { ternline } from '../../src/standins/ternline/index.ts';

const app = ternline(mkdtempSync(join(tmpdir(), 'plemb-carried-')));
const asked = (path: string, body?: QuoteAsk) =>
  app.request(path, {
    headers: { Authorization: 'Bearer trial', Prices: 'account', 'Content-Type': 'application/json' },
    ...(body ? { method: 'POST', body: JSON.stringify(body) } : {}),
  });

/** What the carrier itself asks, as a channel hears it. */
export async function hears(ask: QuoteAsk): Promise<number | null> {
  const answer = await asked('/quote', ask);
  return answer.ok ? cents(((await answer.json()) as { charge: string }).charge) : null;
}

async function cardsOf(): Promise<readonly Card[]> {
  const { cards } = (await (await asked('/cards')).json()) as { cards: { card: string }[] };
  return Promise.all(
    cards.map(async ({ card }) =>
      unwrap(readCard(cardSchema.parse(await (await asked(`/cards/${encodeURIComponent(card)}`)).json()))),
    ),
  );
}
const cards = await cardsOf();

/** The same question with the carrier answering by its card of the day. */
export function withCarrier(question: Question): Question {
  const on = localOf(question.moment, 'Europe/Dublin').slice(0, 10);
  const card = cardOn(cards, on);
  return { ...question, carrier: card && carrierBy(card, on, question.address !== 'business') };
}
