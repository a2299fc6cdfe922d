// @vitest-environment happy-dom
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { useState } from 'react';
import { afterEach, expect, test } from 'vitest';
import type { BenefitBody } from '../../src/core/offers/index.ts';
import type { RateBody } from '../../src/core/rates/index.ts';
import type { OpenBook } from '../../src/web/data/book.ts';
import { BenefitPart } from '../../src/web/stages/offers/benefit.tsx';
import { RatePart, RateShape } from '../../src/web/stages/rates/rate.tsx';
import { TenderContext } from '../../src/web/ui/tender.ts';
import { benefitWord, firstText, mannerText } from '../../src/words/index.ts';

/** The page's parts, with a rate kind and a benefit that only the tests know. */
afterEach(cleanup);

function Rate({ first }: { first: RateBody }) {
  const [rate, change] = useState(first);
  return (
    <TenderContext value={{ currency: 'EUR', locale: 'en-IE' }}>
      <p>
        Shoppers pay <RatePart rate={rate} boxes={[]} label="" change={change} />
      </p>
      <output>{JSON.stringify(rate)}</output>
    </TenderContext>
  );
}
const stands = () => JSON.parse(screen.getByRole('status').textContent ?? 'null');

test('a rate of that kind is chosen in the sentence, keeps the amount it had, and is edited there', () => {
  render(<Rate first={{ is: 'flat', amount: '4.90' }} />);
  fireEvent.change(screen.getByLabelText('Kind of rate'), { target: { value: 'crates' } });
  expect(stands()).toEqual({ is: 'crates', amount: '4.90', holds: 6 });
  const holds = screen.getByLabelText('Units a crate holds');
  fireEvent.change(holds, { target: { value: '12' } });
  fireEvent.blur(holds);
  expect(stands()).toEqual({ is: 'crates', amount: '4.90', holds: 12 });
  fireEvent.change(screen.getByLabelText('Kind of rate'), { target: { value: 'flat' } });
  expect(stands()).toEqual({ is: 'flat', amount: '4.90' });
});

test('a lane’s cell says it in its own words, and draws no steps', () => {
  const rate = { is: 'crates', amount: '2.00', holds: 6 } as unknown as RateBody;
  expect([firstText(rate), mannerText(rate)]).toEqual(['2.00', 'a crate of 6']);
  const { container } = render(<RateShape rate={rate} />);
  expect(container.innerHTML).toBe('');
});

const book = {
  goods: [],
  home: { currency: 'EUR' },
  book: { selections: [], services: [], markets: [] },
} as unknown as OpenBook;
function Benefit() {
  const [benefit, change] = useState<BenefitBody>({ is: 'off order', off: { by: 'percent', percent: '10' } });
  return (
    <>
      <BenefitPart book={book} benefit={benefit} onCommit={change} />
      <output>{JSON.stringify(benefit)}</output>
    </>
  );
}

test('a benefit of that kind is chosen and edited in the offer’s sentence', () => {
  render(<Benefit />);
  fireEvent.change(screen.getByLabelText('What they have'), { target: { value: 'second unit' } });
  expect(stands()).toEqual({ is: 'second unit', goods: null, percent: '50' });
  fireEvent.change(screen.getByLabelText('Percent'), { target: { value: '25' } });
  fireEvent.blur(screen.getByLabelText('Percent'));
  expect(stands()).toMatchObject({ percent: '25' });
  expect(benefitWord(stands())).toBe('pairs');
});
