import { useMemo } from 'react';
import { type WeighedFinding, weighedEdits } from '../../../core/plan/index.ts';
import { counts, overOrdersWords, weighedWords } from '../../../words/index.ts';
import { useCarrierGoodsQuery, useTellCarrierMutation } from '../../data/api.ts';
import { type OpenBook, useBook, useEngine, useMoment } from '../../data/book.ts';
import { selectUnsaved } from '../../data/editing.ts';
import { failure } from '../../data/failed.ts';
import { useAppSelector } from '../../data/index.ts';
import type { WeighedThere } from '../../engine/study.ts';
import { CsvButton } from '../../ui/csv-button.tsx';
import { itemAddress, type RecordRow, RecordTable } from '../../ui/record-table.tsx';
import { RatesTabs } from './tabs.tsx';

/** What the carrier has weighed and measured, held against the book. */
export function CarrierRecordSheet() {
  const book = useBook();
  const moment = useMoment();
  return book && moment !== null && <CarrierRecord book={book} moment={moment} />;
}

function CarrierRecord({ book, moment }: { book: OpenBook; moment: number }) {
  const { data } = useCarrierGoodsQuery();
  const record = data?.goods ?? null;
  const found = useEngine(
    (engine) => (record ? engine.weighedThere(record, moment) : null),
    [record, moment],
    'orders',
  );
  return (
    <div className="stage plain">
      <section className="sheet filled" aria-label="What Ternline weighed">
        <RatesTabs book={book} />
        <div className="head">
          <h1>What Ternline weighed and measured</h1>
          {record && <span className="muted">{counts(record.length, 'item', 'goods')} by its own record</span>}
        </div>
        {data?.down ? (
          <p className="aside-note off" role="alert">
            {data.down}.
          </p>
        ) : !found ? (
          <p className="muted">Comparing …</p>
        ) : found.rows.length === 0 ? (
          <p className="text-true">All it has of the book’s goods weighs and measures what the book says.</p>
        ) : (
          <Differences book={book} found={found} />
        )}
      </section>
    </div>
  );
}

function Differences({ book, found: { rows: found, every } }: { book: OpenBook; found: WeighedThere }) {
  const unsaved = useAppSelector(selectUnsaved);
  const [tell, telling] = useTellCarrierMutation();
  const rows = useMemo(
    () =>
      found.map(
        ({ finding, cost }): RecordRow => ({
          key: keyOf(finding),
          name: finding.sku,
          to: finding.is === 'unknown' ? null : itemAddress(finding.sku),
          beside: null,
          ...weighedWords(finding),
          costs: cost && (cost.orders > 0 ? overOrdersWords(cost, every, book.home) : 'no order'),
        }),
      ),
    [found, every, book.home],
  );
  /** What it can be told needs both figures. */
  const tellable = useMemo(
    () =>
      new Set(
        found.flatMap(({ finding }) => (finding.is === 'unknown' || finding.here === null ? [] : keyOf(finding))),
      ),
    [found],
  );
  const chosen = (keys: ReadonlySet<string>) =>
    found.flatMap(({ finding }) => (keys.has(keyOf(finding)) ? finding : []));
  return (
    <>
      <p className="small muted">
        It asks by what it weighs and measures. Orders are packed and priced by its card with each of the figures: what
        it would have asked too much or too little.
      </p>
      {telling.error && (
        <p className="aside-note off" role="alert">
          {failure(telling.error).title}
        </p>
      )}
      <RecordTable
        beside={
          <CsvButton
            file="ternline-goods.csv"
            head={['sku', 'what', 'in the book', 'there', 'over past orders']}
            rows={() => rows.map((row) => [row.name, row.what, row.here, row.there, row.costs ?? ''])}
          >
            As CSV
          </CsvButton>
        }
        label="What Ternline has otherwise"
        of="Item"
        rows={rows}
        costs="It would ask over past orders"
        where="At Ternline"
        acts={[
          {
            words: (count) => `Take ${count} from Ternline`,
            isFor: ({ taken }) => taken !== null,
            act: (keys) => book.editAll(chosen(keys).flatMap((finding) => weighedEdits(finding) ?? [])),
            isMain: true,
          },
          {
            words: (count) => `Tell Ternline ${count} of the book`,
            why: unsaved > 0 ? 'Save the changes first: it is told what is saved' : null,
            isFor: ({ key }) => tellable.has(key),
            act: (keys) => void tell([...new Set(chosen(keys).map(({ sku }) => sku))]),
          },
        ]}
      />
    </>
  );
}

const keyOf = ({ is, sku }: WeighedFinding): string => `${is} ${sku}`;
