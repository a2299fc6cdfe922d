import { useState } from 'react';
import { type PriceListBody, priceTargets, type TakenAs } from '../../../../core/carrier/index.ts';
import type { Layout } from '../../../../core/tables/index.ts';
import { counted, counts, listed, priceTargetLabels, saidProblem } from '../../../../words/index.ts';
import { useLayoutsQuery, useRememberLayoutMutation } from '../../../data/api.ts';
import type { OpenBook } from '../../../data/book.ts';
import { useHeavy } from '../../../data/heavy.ts';
import type { PricesPreview } from '../../../engine/files.ts';
import { ChoicePart, TextPart } from '../../../ui/field.tsx';
import { FileHead } from '../../../ui/file-layout.tsx';
import { downloadBadLines, reasonOf, Unreadable } from '../../../ui/file-reading.tsx';
import { LongList } from '../../../ui/long-list.tsx';
import type { Opened } from '../../../ui/opened.ts';
import { PlacesPart } from '../../../ui/places-part.tsx';

type Table = Extract<PricesPreview, { is: 'table' }>;

/** A file of a carrier's prices: which of its columns is what, what it tells, and what taking it would change. */
export function PriceImport({
  book,
  list,
  file,
  close,
}: {
  book: OpenBook;
  list: PriceListBody;
  file: Opened;
  close: () => void;
}) {
  const { data: remembered } = useLayoutsQuery('prices');
  const [remember] = useRememberLayoutMutation();
  const [layout, setLayout] = useState<Layout | null>(null);
  const [as, setAs] = useState<TakenAs>('in place');
  const [service, setService] = useState(() => file.name.replace(/\.[^.]*$/, '').slice(0, 40));
  const [zones, setZones] = useState<PriceListBody['zones']>([]);
  const { state, isCurrent } = useHeavy(
    (engine) =>
      engine.priceFile(
        list.id,
        { bytes: file.bytes, layout, remembered: remembered ?? [] },
        { service, zones },
      ) as Promise<PricesPreview>,
    { byItself: remembered !== undefined, by: [file, layout, remembered, list, service, zones] },
  );
  const seen = state.last;
  const table = seen?.is === 'table' ? seen : null;
  const take = (made: Table) => {
    const { zones, prices, extras } = made.after[as].list;
    remember({ sort: 'prices', layout: layout ?? made.layout });
    book.edit(['priceLists', list.id], { ...list, zones, prices, extras });
    close();
  };
  return (
    <>
      <h2>Prices of {list.name}</h2>
      {state.is === 'failed' && <Unreadable name={file.name} why={state.why} />}
      {!seen && state.is !== 'failed' && <p className="muted">Reading {file.name} …</p>}
      {seen?.is === 'workbook' && <Unreadable name={file.name} why={null} />}
      {table && (
        <>
          <FileHead
            name={file.name}
            file={layout ? { ...table, layout } : table}
            targets={priceTargets}
            labels={priceTargetLabels}
            onChange={setLayout}
          />
          {!(layout ?? table.layout).columns.some(({ to }) => to === 'service') && (
            <p className="sentence">
              No column tells the service: all of it is of{' '}
              <TextPart label="Service of the file" value={service} onCommit={setService} />.
            </p>
          )}
          <Nowhere
            zones={[...table.nowhere.map((zone) => ({ zone, places: [] })), ...zones]}
            onPlaces={(zone, places) =>
              setZones([
                ...zones.filter((one) => one.zone !== zone),
                ...(places.length > 0 ? [{ zone, places: [...places] }] : []),
              ])
            }
          />
          {!table.head && (
            <Told name={file.name} layout={layout ?? table.layout} list={list} table={table} as={as} onAs={setAs} />
          )}
        </>
      )}
      <p className="flex items-center gap-2">
        {table && (
          <button
            type="button"
            className="act main"
            disabled={
              table.head !== null ||
              !isCurrent ||
              table.told.prices + table.told.extras === 0 ||
              table.after[as].wrong.length > 0
            }
            onClick={() => take(table)}
          >
            {takeWords(table.told)}
          </button>
        )}
        <button type="button" className="act" onClick={close}>
          Leave it
        </button>
        <span className="muted">What is taken becomes a change of the draft, to be saved.</span>
      </p>
    </>
  );
}

const inOrder = new Intl.Collator('en', { numeric: true });

/** Zones whose places the file does not tell, nor the list: they are said here, and stay here to be changed. */
function Nowhere({
  zones,
  onPlaces,
}: {
  zones: PriceListBody['zones'];
  onPlaces: (zone: string, places: readonly string[]) => void;
}) {
  if (zones.length === 0) return null;
  const each = [...new Map(zones.map((one) => [one.zone, one])).values()];
  return (
    <div className="aside-note">
      <p>The file does not tell what places lie in {each.length === 1 ? 'a zone' : 'some zones'}; say it here.</p>
      <ul aria-label="Zones without places">
        {each
          .toSorted((a, b) => inOrder.compare(a.zone, b.zone))
          .map(({ zone, places }) => (
            <li key={zone} className="flex items-baseline gap-3">
              <strong className="w-40 shrink-0 truncate">{zone}</strong>
              <PlacesPart
                label={`Places of ${zone}`}
                places={places}
                least={0}
                placeholder="no places yet"
                onCommit={(next) => onPlaces(zone, next)}
              />
            </li>
          ))}
      </ul>
    </div>
  );
}

const takeWords = ({ prices, extras }: Table['told']): string =>
  prices === 0 && extras > 0 ? `Take ${counts(extras, 'line')} on top` : `Take ${counts(prices, 'price')}`;

function Told({
  name,
  layout,
  list,
  table: { told, after, bad },
  as,
  onAs,
}: {
  name: string;
  layout: Layout;
  list: PriceListBody;
  table: Table;
  as: TakenAs;
  onAs: (as: TakenAs) => void;
}) {
  const { fresh, gone, wrong } = after[as];
  const what = [
    counts(told.prices, 'price'),
    `of ${counts(told.services, 'service')}`,
    `to ${counts(told.zones, 'zone')}`,
    ...(told.extras > 0 ? [`and ${counts(told.extras, 'line')} on top`] : []),
  ].join(' ');
  return (
    <>
      <p className="sentence">
        It tells {what}
        {list.prices.length > 0 && (
          <>
            , taken{' '}
            <ChoicePart
              label="How it is taken"
              value={as}
              choices={[
                { value: 'in place', label: `in place of the ${counted(list.prices.length)} there are` },
                { value: 'beside', label: 'beside those it does not tell' },
              ]}
              onCommit={onAs}
            />
            : {listed([`${counted(fresh)} new`, `${counted(gone)} gone`])}
          </>
        )}
        .{' '}
        {bad.length > 0 && (
          <>
            <span className="text-off">{counts(bad.length, 'line')} cannot be taken.</span>{' '}
            <button
              type="button"
              className="act"
              onClick={() =>
                downloadBadLines(
                  name,
                  layout,
                  bad.map(({ cells, problems }) => ({ cells, problems: problems.map(saidProblem) })),
                )
              }
            >
              {counts(bad.length, 'bad line')} as CSV
            </button>
          </>
        )}
      </p>
      {wrong.length > 0 && (
        <p role="alert" className="fault">
          So it would hold more than a price list can: {reasonOf(wrong.slice(0, 3).map(saidProblem))}
        </p>
      )}
      {bad.length > 0 && (
        <LongList label="Bad lines" count={bad.length}>
          {(index) => {
            const one = bad[index];
            return (
              one && (
                <>
                  <span className="figure muted w-16 shrink-0">{counted(one.line)}</span>
                  <span className="text-off">{reasonOf(one.problems.map(saidProblem))}</span>
                  <span className="muted mono">{one.cells.join(' | ')}</span>
                </>
              )
            );
          }}
        </LongList>
      )}
    </>
  );
}
