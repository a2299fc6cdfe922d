import { afterEach, expect, test } from 'vitest';
import { smallBook } from '../../../tests/books/small.ts';
import { at, away, Refusal, screen } from '../../../tests/screen.tsx';

afterEach(away);

const { goods, seller } = smallBook();

test('while goods come page by page, how many have come is told, and whose they are; then the page opens', async () => {
  const [first, ...others] = goods;
  let arrive = () => {};
  let asked = 0;
  at('/goods', smallBook(), {
    'GET /goods': () => {
      asked += 1;
      if (asked === 1) return { revision: 1, items: [first], next: first?.sku };
      return new Promise((resolve) => {
        arrive = () => resolve({ revision: 1, items: others, next: null });
      });
    },
  });
  await screen.findByText('Opening the book … 1 of its goods has come');
  await screen.findByRole('button', { name: `${seller} · Somebody` });
  arrive();
  await screen.findByRole('heading', { name: 'Goods' });
  expect(screen.queryByText(/^Opening/)).toBeNull();
});

test('where there is no book yet, one is imported or begun', async () => {
  at('/goods', smallBook(), {
    'GET /book': new Refusal(404, { type: '/problems/no-book', title: 'None', status: 404 }),
  });
  await screen.findByRole('heading', { name: 'None' });
  screen.getByRole('button', { name: 'Import a book' });
  screen.getByRole('button', { name: 'Begin with an empty template' });
  screen.getByRole('button', { name: 'No book · Somebody' });
});

test.each(['book', 'goods'])('a %s that does not come is told, with no word of beginning another', async (what) => {
  const broken = new Refusal(500, { type: '/problems/server', title: 'It broke', status: 500 });
  at('/goods', smallBook(), { [`GET /${what}`]: broken });
  await screen.findByRole('heading', { name: 'It broke' });
  screen.getByRole('button', { name: 'Load it again' });
  expect(screen.queryByRole('button', { name: 'Begin with an empty template' })).toBeNull();
  expect(screen.queryByText(/^Opening/)).toBeNull();
});
