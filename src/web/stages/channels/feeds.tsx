import { feedsOf, type Settings } from '../../../core/channels/index.ts';
import { languageName } from '../../../words/index.ts';
import type { OpenBook } from '../../data/book.ts';
import { countriesByName } from '../../ui/countries.ts';
import { ChoicePart, PickPart, Several, TextPart } from '../../ui/field.tsx';

type Feed = ReturnType<typeof feedsOf>[number];
type Body = Omit<Feed, 'name'>;

/** What each feed of a channel is for: countries, a language, a selection of goods. */
export function Feeds({
  book,
  set,
  onCommit,
}: {
  book: OpenBook;
  set: Settings;
  onCommit: (feeds: Readonly<Record<string, Body>>) => void;
}) {
  const feeds = feedsOf(set);
  const commit = (all: readonly Feed[]) => onCommit(Object.fromEntries(all.map(({ name, ...body }) => [name, body])));
  const change = (feed: Feed, to: Partial<Feed>) =>
    commit(feeds.map((one) => (one === feed ? { ...one, ...to } : one)));
  return (
    <>
      <h2 className="mt-5">Your feeds</h2>
      <ul aria-label="Feeds" className="mt-2">
        {feeds.map((feed) => (
          <li key={feed.name} className="border-b border-base-300 py-1.5">
            <FeedSentence book={book} feed={feed} feeds={feeds} onChange={(to) => change(feed, to)} />
            {feeds.length > 1 && (
              <button
                type="button"
                className="quiet danger small"
                onClick={() => commit(feeds.filter((one) => one !== feed))}
              >
                Remove {feed.name}
              </button>
            )}
          </li>
        ))}
      </ul>
      <button
        type="button"
        className="act mt-2"
        onClick={() => commit([...feeds, { name: freshName(feeds), countries: 'all', language: 'en', goods: null }])}
      >
        Add a feed
      </button>
    </>
  );
}

const nameForm = /^[a-z][a-z0-9-]{0,19}$/;

function freshName(feeds: readonly Feed[]): string {
  let n = feeds.length + 1;
  while (feeds.some(({ name }) => name === `feed-${n}`)) n += 1;
  return `feed-${n}`;
}

/** One feed: its name, which its file has too, and what it is for. */
function FeedSentence({
  book,
  feed: { name, countries, language, goods },
  feeds,
  onChange,
}: {
  book: OpenBook;
  feed: Feed;
  feeds: readonly Feed[];
  onChange: (to: Partial<Feed>) => void;
}) {
  const nameFault = (text: string): string | null =>
    !nameForm.test(text)
      ? 'small letters, digits, hyphens, such as main'
      : text !== name && feeds.some((one) => one.name === text)
        ? 'a name of its own'
        : null;
  return (
    <>
      <TextPart label={`Name of ${name}`} value={name} fault={nameFault} onCommit={(to) => onChange({ name: to })} />
      .xml for{' '}
      {countries === 'all' ? (
        <PickPart
          label={`Countries of ${name}`}
          shown="all countries"
          from={countriesByName}
          onPick={(id) => onChange({ countries: [id] })}
        />
      ) : (
        <Several
          label={`Countries of ${name}`}
          all={countriesByName}
          chosen={countries}
          least={0}
          onCommit={(some) => onChange({ countries: some.length === 0 ? 'all' : some })}
        />
      )}
      , in{' '}
      <ChoicePart
        label={`Language of ${name}`}
        value={language}
        choices={languagesOf(book, language).map((one) => ({ value: one, label: languageName(one) }))}
        onCommit={(to) => onChange({ language: to })}
      />
      , with{' '}
      <ChoicePart
        label={`Goods of ${name}`}
        value={goods ?? ''}
        choices={[
          { value: '', label: 'all goods' },
          ...book.book.selections.map((one) => ({ value: one.id, label: one.name })),
        ]}
        onCommit={(to) => onChange({ goods: to === '' ? null : to })}
      />
    </>
  );
}

/** The languages that texts of the book are in. */
const languagesOf = ({ book }: OpenBook, own: string): string[] => {
  const locales = [
    ...book.markets.map(({ locale }) => locale),
    ...book.offers.flatMap(({ titles }) => Object.keys(titles)),
  ];
  return [...new Set([own, 'en', ...locales.map((locale) => new Intl.Locale(locale).language)])].sort();
};
