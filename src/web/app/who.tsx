import { useState } from 'react';
import { Link } from 'react-router';
import { rightBeside } from '../../words/index.ts';
import { useBookQuery, useImportBookMutation } from '../data/api.ts';
import { cleared } from '../data/draft.ts';
import { failure } from '../data/failed.ts';
import { useAppDispatch, useAppSelector } from '../data/index.ts';
import { opened, themeSet, whoSet } from '../data/view.ts';
import { Panel } from './panel.tsx';

/** Who saves, how it looks, and the book as a file. */
export function WhoPanel() {
  const act = useAppDispatch();
  const { who, theme } = useAppSelector((state) => state.view);
  const [importBook, imported] = useImportBookMutation();
  const [file, setFile] = useState<File | null>(null);
  const { data: book } = useBookQuery();
  const take = async (chosen: File | null | undefined, base: number | null) => {
    if (!chosen) return;
    setFile(chosen);
    const result = await importBook({ text: await chosen.text(), who, base });
    if ('data' in result) act(cleared());
  };
  const problems = imported.error ? failure(imported.error) : null;
  return (
    <Panel title="You and the book">
      <p>
        <label>
          Saves are signed{' '}
          <input className="search" value={who} maxLength={60} onChange={(event) => act(whoSet(event.target.value))} />
        </label>
      </p>
      <p className="mt-3">
        <label>
          Looks{' '}
          <select
            className="search"
            value={theme}
            onChange={(event) => act(themeSet(event.target.value as typeof theme))}
          >
            <option value="system">as the machine</option>
            <option value="light">light</option>
            <option value="dark">dark</option>
          </select>
        </label>
      </p>
      <p className="mt-3">
        <Link className="quiet" to="/history" onClick={() => act(opened(null))}>
          Own history: past orders, visits, advertising
        </Link>
        <br />
        <Link className="quiet" to="/revisions" onClick={() => act(opened(null))}>
          Revisions
        </Link>{' '}
        show who saved what and when; any can be taken back.
      </p>
      <h3 className="mt-4 mb-1">The book as a file</h3>
      <p>
        <a className="quiet" href="/api/book/file">
          Export the book with its goods
        </a>{' '}
        or take one in its place, as one revision that can be taken back:
      </p>
      <p className="mt-2">
        <label className="act">
          Import a book{' '}
          <input
            type="file"
            className="sr-only"
            accept=".json,application/json"
            onChange={(event) => take(event.target.files?.[0], book?.revision ?? null)}
          />
        </label>{' '}
        {imported.isLoading && `Reading ${file?.name} …`}
        {imported.isSuccess && `${file?.name} is the book now, revision ${imported.data.revision}.`}
      </p>
      {problems && (
        <div role="alert" className="aside-note off">
          <p>{problems.title}</p>
          {problems.type === '/problems/saved-since' && (
            <p>
              {problems.detail}{' '}
              <button type="button" className="act" onClick={() => take(file, null)}>
                Take it all the same
              </button>
            </p>
          )}
          <ul>
            {problems.problems?.slice(0, 12).map((one) => (
              <li key={`${one.at.join()} ${one.wrong}`} className="small">
                <strong>{one.at.join(' › ')}</strong>: {rightBeside(one)}
              </li>
            ))}
          </ul>
        </div>
      )}
    </Panel>
  );
}
