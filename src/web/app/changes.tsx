import { useMemo, useState } from 'react';
import type { Conflict, ProblemDocument } from '../../contract/index.ts';
import { type Book, type Edit, editsOf, valueAt } from '../../core/book/index.ts';
import { counts, faultText, pathWords, rightBeside, valueWords } from '../../words/index.ts';
import { type OpenBook, useBook, useEngine, useTakeBack } from '../data/book.ts';
import { dropEdit, saveDraft, settle } from '../data/editing.ts';
import { useAppDispatch, useAppSelector } from '../data/index.ts';
import { opened } from '../data/view.ts';
import { useDone } from '../ui/toasts.tsx';
import { Panel } from './panel.tsx';

/** The named list of changes not yet saved; saving them, and choosing where two have changed the same. */
export function Changes() {
  const act = useAppDispatch();
  const book = useBook();
  const patch = useAppSelector((state) => state.draft.patch);
  const unkept = useAppSelector((state) => state.view.unkept);
  const edits = useMemo(() => editsOf(patch), [patch]);
  const who = useAppSelector((state) => state.view.who);
  const [note, setNote] = useState('');
  const [saving, setSaving] = useState(false);
  const [takeBack] = useTakeBack();
  const done = useDone();
  const [refused, setRefused] = useState<ProblemDocument | null>(null);
  if (!book) return null;
  const changes = counts(edits.length, 'change');

  const send = async () => {
    setSaving(true);
    const answer = await act(saveDraft(who, note));
    setSaving(false);
    if ('refused' in answer) return setRefused(answer.refused);
    act(opened(null));
    done(`${changes} saved as revision ${answer.revision}.`, {
      name: 'Take it back',
      run: () => void takeBack(answer.revision, who),
    });
  };
  const choose = async (conflicts: readonly Conflict[], isMine: (one: Conflict) => boolean) => {
    await act(settle(conflicts, isMine));
    setRefused(null);
  };

  return (
    <Panel title={edits.length === 0 ? 'Nothing has changed' : `${changes} not yet saved`}>
      {refused?.conflicts ? (
        <Conflicts book={book.book} title={refused.title} conflicts={refused.conflicts} choose={choose} />
      ) : (
        <>
          <Edits book={book} edits={edits} />
          {unkept && (
            <p className="aside-note">
              The browser has no room to keep so many changes: a reload would lose them. Save them soon.
            </p>
          )}
          {refused ? <Refused book={book.book} refused={refused} /> : <Unsound book={book.book} />}
          {edits.length > 0 && (
            <SaveForm act={`Save ${changes}`} saving={saving} note={note} setNote={setNote} save={send} />
          )}
        </>
      )}
    </Panel>
  );
}

/** What two have changed: for each, whose is to stand. */
function Conflicts({
  book,
  title,
  conflicts,
  choose,
}: {
  book: Book;
  title: string;
  conflicts: readonly Conflict[];
  choose: (conflicts: readonly Conflict[], isMine: (one: Conflict) => boolean) => void;
}) {
  const [mine, setMine] = useState<ReadonlySet<string>>(new Set());
  const keyOf = (one: Conflict) => one.path.join('/');
  return (
    <div role="alert">
      <p className="text-off mb-2">{title}. Choose for each which is to stand; yours are kept until you do.</p>
      <table className="ruled">
        <thead>
          <tr>
            <th>What</th>
            <th>Yours</th>
            <th>Theirs, saved</th>
          </tr>
        </thead>
        <tbody>
          {conflicts.map((one) => {
            const key = keyOf(one);
            const stands = (own: boolean) =>
              setMine(new Set([...mine].filter((other) => other !== key).concat(own ? [key] : [])));
            return (
              <tr key={key}>
                <td>{pathWords(book, one.path)}</td>
                <td>
                  <label>
                    <input type="radio" name={key} checked={mine.has(key)} onChange={() => stands(true)} />{' '}
                    {sideWords(one.mine)}
                  </label>
                </td>
                <td>
                  <label>
                    <input type="radio" name={key} checked={!mine.has(key)} onChange={() => stands(false)} />{' '}
                    {sideWords(one.theirs)}{' '}
                    <span className="muted">
                      by {one.who}, revision {one.revision}
                    </span>
                  </label>
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      <p className="mt-3">
        <button type="button" className="act main" onClick={() => choose(conflicts, (one) => mine.has(keyOf(one)))}>
          Go on with these
        </button>
      </p>
    </div>
  );
}

/** What is to stand; undefined where nothing is. */
const sideWords = (value: unknown): string => (value === undefined ? 'taken away' : valueWords(value));

const most = 200;

/** The changes by name, what was and what is to be; each can be dropped. */
function Edits({ book, edits }: { book: OpenBook; edits: readonly Edit[] }) {
  const act = useAppDispatch();
  const saved = { ...book.saved, goods: book.savedGoods };
  return (
    <>
      <table className="ruled">
        <tbody>
          {edits.slice(0, most).map((edit) => (
            <tr key={edit.path.join('/')}>
              <td>{pathWords(book.book, edit.path)}</td>
              <td className="muted">{valueWords(valueAt(saved, edit.path))}</td>
              <td>→ {sideWords(edit.value)}</td>
              <td className="figure">
                <button
                  type="button"
                  className="quiet"
                  onClick={() => act(dropEdit(edit))}
                  aria-label={`Drop the change of ${pathWords(book.book, edit.path)}`}
                >
                  Drop
                </button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {edits.length > most && <p className="muted">and {edits.length - most} more</p>}
    </>
  );
}

/** What would keep the changes from being saved, before anybody tries. */
function Unsound({ book }: { book: Book }) {
  const problems = useEngine((engine) => engine.unsound(), [], 'study') ?? [];
  if (problems.length === 0) return null;
  return (
    <div role="alert" className="aside-note off">
      <p>The book would not hold together, so that it could not be saved:</p>
      <ul>
        {problems.slice(0, few).map((one) => (
          <li key={`${one.at.join()} ${faultText(one)}`} className="small">
            <strong>{pathWords(book, one.at.map(String))}</strong>: {faultText(one)}
          </li>
        ))}
      </ul>
      {problems.length > few && <p className="muted">and {problems.length - few} more</p>}
    </div>
  );
}

/** How many problems are shown. */
const few = 12;

function Refused({ book, refused }: { book: Book; refused: ProblemDocument }) {
  return (
    <div role="alert" className="aside-note off">
      <p>{refused.title}</p>
      <ul>
        {refused.problems?.slice(0, few).map((one) => (
          <li key={`${one.at.join()} ${one.wrong}`} className="small">
            <strong>{pathWords(book, one.at.map(String))}</strong>: {rightBeside(one)}
          </li>
        ))}
      </ul>
    </div>
  );
}

interface SaveFormProps {
  act: string;
  saving: boolean;
  note: string;
  setNote: (note: string) => void;
  save: () => void;
}
function SaveForm({ act, saving, note, setNote, save }: SaveFormProps) {
  return (
    <form
      className="mt-3 flex items-center gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        save();
      }}
    >
      <label className="grow">
        <span className="sr-only">What for</span>
        <input
          className="search w-full"
          placeholder="What for? (may stay empty)"
          maxLength={200}
          value={note}
          onChange={(event) => setNote(event.target.value)}
        />
      </label>
      <button
        type="submit"
        // biome-ignore lint/a11y/noAutofocus: the panel was opened to save; Enter does
        autoFocus
        className="act main"
        disabled={saving}
      >
        {act}
      </button>
    </form>
  );
}
