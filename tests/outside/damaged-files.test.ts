import { expect, test } from 'vitest';
import { demoBook } from '../../demo/book.ts';
import { type ChannelFile, dialects, filesOf } from '../../src/core/channels/index.ts';
import { type Minor, unwrap } from '../../src/core/exact/index.ts';
import { parsePlace } from '../../src/core/places/index.ts';
import { seeded } from '../../src/core/plan/random.ts';
import { faultText } from '../../src/words/index.ts';
import { opened } from '../books/opened.ts';
import { smallBook } from '../books/small.ts';
import { seedFrom, times } from '../trials.ts';

const moment = Date.parse('2026-11-24T09:10:00Z');
const books = [smallBook(), demoBook()].map((file) => opened(file));
const others = '|x|4,90|-1|4.9|1e3|99999999999999999999|NaN|2026-13-45T00:00:00Z|\t|"'.split('|');

/** What a hand, a wire or a spreadsheet does to a file: a figure, a cell or a line is lost, doubled, or something else. */
function damaged(files: readonly ChannelFile[], pick: (below: number) => number): ChannelFile[] {
  const hit = pick(files.length);
  return files.map((file, i) => {
    if (i !== hit) return file;
    const figures = [...file.text.matchAll(/\d+(?:\.\d+)?/g)];
    const found = figures[pick(figures.length)];
    const [from, to] = found ? [found.index, found.index + found[0].length] : [0, 1];
    const other = others[pick(others.length)] ?? '';
    const cut = pick(8) === 0 ? file.text.slice(0, pick(file.text.length)) : null;
    return { ...file, text: cut ?? `${file.text.slice(0, from)}${other}${file.text.slice(to)}` };
  });
}

test.each(dialects.map((one) => [one.id, one] as const))(
  'files of %s that are damaged are refused with their place, or read and answered; nothing breaks',
  (id, dialect) => {
    const figure = seeded(seedFrom(id.length));
    const pick = (below: number) => Math.floor(figure() * below);
    let refused = 0;
    for (const [which, { book, goods }] of books.entries()) {
      const files = filesOf(dialect.render(book, goods).rules);
      expect(dialect.read(files).ok).toBe(true);
      const baskets = ['IE', 'GB HS1 2AA', 'FR 97400', 'JP'].map((place, i) => ({
        lines: goods
          .slice(i, i + 2)
          .map((item) => ({ listing: item.listing, units: 2, price: item.price as Minor, mass: item.mass })),
        place: unwrap(parsePlace(place)),
        codes: ['GUST12', 'SUDS'],
      }));
      // The demo's files are large.
      for (let i = 0; i < times(which === 0 ? 150 : 15); i += 1) {
        const read = dialect.read(damaged(files, pick));
        if (!read.ok) {
          refused += 1;
          for (const one of read.problems) expect(faultText(one)).not.toBe('');
          continue;
        }
        for (const basket of baskets) {
          read.value.edgesAt(basket.place);
          read.value.placeKey(basket.place);
          for (const choice of read.value.charges(basket, moment)) expect(choice.charge).toBeGreaterThanOrEqual(0);
        }
        expect(read.value.probes()).toBeDefined();
      }
    }
    expect(refused).toBeGreaterThan(times(50));
  },
);
