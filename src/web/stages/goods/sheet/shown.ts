import { useEffect, useMemo, useRef, useState } from 'react';
import { useSearchParams } from 'react-router';
import { type Currency, memo } from '../../../../core/exact/index.ts';
import {
  amountOf,
  type Column,
  cellOf,
  goodsFields,
  type Item,
  isLacking,
  lacks,
  readWhere,
  type Where,
  whereTest,
  whereText,
  withParents,
} from '../../../../core/goods/index.ts';
import { type OpenBook, useEngine } from '../../../data/book.ts';

/** By what the sheet is sorted, the first before the others; nothing: as in the book. */
export type Sort = readonly { readonly column: Column; readonly way: 'ascending' | 'descending' }[];

/** What a column is sorted by: figures by what they amount to, words by their letters. */
const sortKey = (item: Item, column: Column, currency: Currency): number | string => {
  const { is } = goodsFields.of(column).reads;
  const cell = cellOf(item, column);
  return is === 'amount' || is === 'measure' ? (amountOf(column, cell, currency) ?? -1) : cell.toLowerCase();
};

/** Rows in the order of columns; those that are equal in all of them stay as they were. */
function sortedBy(items: readonly Item[], sort: Sort, currency: Currency): readonly Item[] {
  if (sort.length === 0) return items;
  const order = (a: readonly (number | string)[], b: readonly (number | string)[]): number => {
    for (const [i, { way }] of sort.entries()) {
      const [one, other] = [a[i] ?? '', b[i] ?? ''];
      if (one !== other) return (one < other ? -1 : 1) * (way === 'ascending' ? 1 : -1);
    }
    return 0;
  };
  return items
    .map((item) => ({ item, keys: sort.map(({ column }) => sortKey(item, column, currency)) }))
    .sort((a, b) => order(a.keys, b.keys))
    .map((one) => one.item);
}

/**
 * The next way to sort by a column: rising, falling, not at all; alone, or beside what the sheet is sorted by already,
 * which comes first.
 */
export function turned(sort: Sort, column: Column, beside: boolean): Sort {
  const own = sort.find((one) => one.column === column);
  const next: Sort =
    own === undefined ? [{ column, way: 'ascending' }] : own.way === 'ascending' ? [{ column, way: 'descending' }] : [];
  if (!beside) return sort.length > 1 && own ? [{ column, way: 'ascending' }] : next;
  return own ? sort.flatMap((one) => (one === own ? next : one)) : [...sort, ...next];
}

/** All that a row says, in small letters; made once an item. */
const wordsOf = memo((item: Item): string =>
  goodsFields.names
    .map((id) => cellOf(item, id))
    .join(' ')
    .toLowerCase(),
);

/** Makes the words of all rows while nothing else is to do, so that the first filter finds them made. */
function useWordsAhead(goods: readonly Item[]): void {
  useEffect(() => {
    // Not every browser tells when it is idle: there the first filter makes them.
    if (!('requestIdleCallback' in globalThis)) return;
    let at = 0;
    let waiting = requestIdleCallback(go);
    function go(idle: IdleDeadline) {
      for (; at < goods.length && idle.timeRemaining() > 3; at += 1) wordsOf(goods[at] as Item);
      if (at < goods.length) waiting = requestIdleCallback(go);
    }
    return () => cancelIdleCallback(waiting);
  }, [goods]);
}

/** Milliseconds of rest after which the address says what is typed. */
const rest = 400;

/** The words that rows are filtered by: the address follows what is typed, and what is typed an address one opens. */
function useFilter() {
  const [search, setSearch] = useSearchParams();
  const asked = search.get('filter') ?? '';
  const [filter, setFilter] = useState(asked);
  useEffect(() => setFilter(asked), [asked]);
  const waiting = useRef(0);
  const type = (text: string) => {
    setFilter(text);
    clearTimeout(waiting.current);
    const follow = (now: URLSearchParams) => {
      if (text) now.set('filter', text);
      else now.delete('filter');
      return now;
    };
    waiting.current = window.setTimeout(() => setSearch(follow, { replace: true }), rest);
  };
  return { filter, type };
}

/** The rows in sight: of a selection or those that lack something, by the words typed, in the order of a column. */
export function useShownGoods(book: OpenBook, sort: Sort) {
  const [search, setSearch] = useSearchParams();
  const { filter, type } = useFilter();
  const currency = book.home.currency as Currency;
  const conditions = search.get('where') ?? '';
  const where = useMemo(() => readWhere(conditions), [conditions]);
  const chosen = search.get('selection');
  const lack = lacks.find((one) => one === search.get('lacks')) ?? null;
  const selection = book.book.selections.find((one) => one.id === chosen) ?? null;
  const taken = useEngine((engine) => (selection ? engine.selected(selection.id) : null), [selection?.id], 'study');
  useWordsAhead(book.goods);
  const data = useMemo(() => {
    const inSelection = selection && taken ? new Set(taken) : null;
    const whole = lack === null ? null : new Map(withParents(book.goods).items.map((item) => [item.sku, item]));
    return book.goods.filter(
      (item) =>
        (!inSelection || inSelection.has(item.sku)) && (lack === null || isLacking(whole?.get(item.sku) ?? item, lack)),
    ) as Item[];
  }, [book.goods, selection, taken, lack]);
  const filtered = useMemo(() => {
    const words = filter.toLowerCase().split(/\s+/).filter(Boolean);
    const passes = where.flatMap((one) => whereTest(one, currency) ?? []);
    if (words.length + passes.length === 0) return data;
    return data.filter(
      (item) => words.every((word) => wordsOf(item).includes(word)) && passes.every((one) => one(item)),
    );
  }, [data, filter, where, currency]);
  const rows = useMemo(() => sortedBy(filtered, sort, currency), [filtered, sort, currency]);
  const ask = (next: readonly Where[]) =>
    setSearch(
      (now) => {
        if (next.length > 0) now.set('where', whereText(next));
        else now.delete('where');
        return now;
      },
      { replace: true },
    );
  const show = (param: 'selection' | 'lacks', value: string | null) =>
    setSearch((now) => {
      now.delete('selection');
      now.delete('lacks');
      if (value !== null) now.set(param, value);
      return now;
    });
  return { rows, filter, type, selection, lack, where, ask, show };
}
