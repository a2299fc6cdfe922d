import { useNavigate } from 'react-router';
import type { OfferBody } from '../../../core/offers/index.ts';
import type { BrokenPromise } from '../../../core/plan/index.ts';
import { brokenWords } from '../../../words/index.ts';
import type { OpenBook } from '../../data/book.ts';
import { AddPart } from '../../ui/add-part.tsx';
import { lineFault, nameFault, TextPart } from '../../ui/field.tsx';

/** The words shoppers see: title, its other locales, terms; each held against the rule, and terms proposed from it. */
export function PromiseWords({
  book,
  offer,
  broken,
  proposed,
}: {
  book: OpenBook;
  offer: OfferBody;
  broken: readonly BrokenPromise[];
  proposed: string;
}) {
  const set = (field: 'title' | 'titles' | 'terms', value: unknown) => book.edit(['offers', offer.id, field], value);
  const locales = [...new Set(book.book.markets.map((market) => market.locale))].filter(
    (locale) => !(locale in offer.titles) && locale !== book.home.locale,
  );
  const go = useNavigate();
  const rename = (id: string) => {
    book.editAll([{ path: ['offers', offer.id] }, { path: ['offers', id], value: { ...offer, id } }]);
    go(`/offers/${id}`);
  };
  return (
    <>
      <p className="mt-3">
        Title shoppers see:{' '}
        <TextPart label="Title" value={offer.title} fault={nameFault} onCommit={(title) => set('title', title)} />
        {Object.entries(offer.titles).map(([locale, title]) => (
          <span key={locale}>
            {' '}
            in {locale}:{' '}
            <TextPart
              label={`Title in ${locale}`}
              value={title}
              fault={nameFault}
              onCommit={(next) => set('titles', { ...offer.titles, [locale]: next })}
            />{' '}
            <button
              type="button"
              className="quiet small"
              aria-label={`No title in ${locale}`}
              onClick={() =>
                set('titles', Object.fromEntries(Object.entries(offer.titles).filter(([one]) => one !== locale)))
              }
            >
              ×
            </button>
          </span>
        ))}{' '}
        · short id{' '}
        <TextPart
          label="Short id"
          value={offer.id}
          fault={(text) =>
            !/^[a-z0-9][a-z0-9-]{0,39}$/.test(text)
              ? 'small letters, digits and hyphens, at most 40'
              : text !== offer.id && book.book.offers.some((one) => one.id === text)
                ? 'another offer has it'
                : null
          }
          onLeave={(id) => id !== offer.id && rename(id)}
        />{' '}
        {locales.length > 0 && (
          <AddPart
            label="Add a title"
            added={Object.fromEntries(
              locales.map((locale) => [
                `a title in ${locale}`,
                () => set('titles', { ...offer.titles, [locale]: offer.title }),
              ]),
            )}
          />
        )}
      </p>
      <p className="mt-1">
        Terms:{' '}
        <TextPart
          lines="words"
          label="Terms"
          value={offer.terms}
          fault={lineFault}
          onCommit={(terms) => set('terms', terms)}
        />
      </p>
      {proposed !== offer.terms && proposed !== '' && (
        <p className="muted small mt-1">
          From the rule: {proposed}{' '}
          <button type="button" className="quiet small" onClick={() => set('terms', proposed)}>
            Take these terms
          </button>
        </p>
      )}
      {broken.length > 0 && (
        <ul className="mt-2" aria-label="Words that promise something else">
          {broken.map((one) => (
            <li key={JSON.stringify(one)} className={one.fault.is === 'long' ? 'text-limit' : 'text-off'}>
              {brokenWords(one)}
            </li>
          ))}
        </ul>
      )}
    </>
  );
}
