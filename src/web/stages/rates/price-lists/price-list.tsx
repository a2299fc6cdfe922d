import { useState } from 'react';
import { type PriceListBody, priceCsv, servicesOf } from '../../../../core/carrier/index.ts';
import { counts, holdsWords, listed, serviceInText } from '../../../../words/index.ts';
import { atOrUnder, Problems } from '../../../app/problems.tsx';
import type { OpenBook } from '../../../data/book.ts';
import { download } from '../../../ui/download.ts';
import { ChoicePart, nameFault, TextPart } from '../../../ui/field.tsx';
import { allCurrencies, NamePart } from '../../../ui/name-part.tsx';
import { OpenFile } from '../../../ui/open-file.tsx';
import { useOpened } from '../../../ui/opened.ts';
import { PlacesPart } from '../../../ui/places-part.tsx';
import { Remover } from '../../../ui/remover.tsx';
import { Extras } from './extras.tsx';
import { PriceImport } from './import.tsx';
import { Prices } from './prices.tsx';

/** One price list: whose it is, where it holds and what goes by it; its prices and what comes on top. */
export function PriceListSheet({ book, list }: { book: OpenBook; list: PriceListBody }) {
  const [file, setFile] = useState<File | null>(null);
  const opened = useOpened(file);
  const path = ['priceLists', list.id];
  if (opened)
    return <PriceImport key={opened.name} book={book} list={list} file={opened} close={() => setFile(null)} />;
  const set = (field: keyof PriceListBody, value: unknown) => book.edit([...path, field], value);
  return (
    <>
      <div className="sentence bg-base-100 p-3">
        <TextPart
          label="Name of the carrier"
          value={list.name}
          fault={nameFault}
          onCommit={(name) => set('name', name)}
        />{' '}
        asks in{' '}
        <NamePart
          label="Currency of the list"
          value={list.currency}
          all={allCurrencies}
          onCommit={(currency) => set('currency', currency)}
        />
        , takes parcels at stock places{' '}
        <PlacesPart
          label="Where parcels are taken"
          places={list.from}
          least={0}
          placeholder="anywhere"
          onCommit={(from) => set('from', from)}
        />
        , and counts{' '}
        <ChoicePart
          label="What counts"
          value={list.divisor === null ? 'weight' : 'volume'}
          choices={[
            { value: 'weight', label: 'what they weigh' },
            { value: 'volume', label: 'what they weigh or, if more, their volume' },
          ]}
          onCommit={(next) => set('divisor', next === 'weight' ? null : 5000)}
        />
        {list.divisor !== null && (
          <>
            {' '}
            at{' '}
            <TextPart
              label="Cubic centimetres a kilogram"
              value={String(list.divisor)}
              fault={(text) => (/^[1-9]\d{0,4}$/.test(text) ? null : 'a whole number such as 5000')}
              onCommit={(text) => set('divisor', Number(text))}
            />{' '}
            cm³ a kilogram
          </>
        )}
        .
      </div>
      <Problems book={book} wanted={atOrUnder(path)} />
      <div className="head mt-2">
        <h2>Prices</h2>
        <span className="muted">
          {holdsWords(list)}. {goesByWords(book, list)}
        </span>
        <span className="acts">
          <OpenFile label="Open a file of prices" onOpen={setFile} />
          {list.prices.length > 0 && (
            <button type="button" className="act" onClick={() => download(`${list.id}.csv`, priceCsv(list))}>
              Prices as CSV
            </button>
          )}
          <Remover book={book} things={[{ named: 'price list', id: list.id }]}>
            Remove the list
          </Remover>
        </span>
      </div>
      <Prices book={book} list={list} set={set} />
      <Extras book={book} list={list} services={servicesOf(list)} set={set} />
    </>
  );
}

/** Which services and lanes go by a list. */
function goesByWords({ book }: OpenBook, { id }: PriceListBody): string {
  const services = book.services.filter(({ lists }) => lists.some(({ list }) => list === id));
  const lanes = book.templates.flatMap((template) =>
    Object.values(template.lanes).flatMap((row) =>
      Object.values(row).filter(({ broughtBy }) => broughtBy?.is === 'list' && broughtBy.list === id),
    ),
  );
  const by = [
    ...services.map((one) => serviceInText(book, one.id)),
    ...(lanes.length > 0 ? [counts(lanes.length, 'lane')] : []),
  ];
  return by.length === 0
    ? 'Nothing goes by it yet: say what does on Services.'
    : `By it ${by.length === 1 && lanes.length < 2 ? 'goes' : 'go'} ${listed(by)}.`;
}
