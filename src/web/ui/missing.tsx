import { Link } from 'react-router';

/** Something that could have been meant: what it is called in an address, and where it is. */
interface Near {
  readonly id: string;
  readonly name: string;
  readonly to: string;
}

/** How many letters have to be changed, put in or left out to come from one word to another. */
function distance(a: string, b: string): number {
  let row = Array.from({ length: b.length + 1 }, (_, j) => j);
  for (let i = 1; i <= a.length; i += 1) {
    const next = [i];
    for (let j = 1; j <= b.length; j += 1)
      next[j] = Math.min(
        (row[j] as number) + 1,
        (next[j - 1] as number) + 1,
        (row[j - 1] as number) + (a[i - 1] === b[j - 1] ? 0 : 1),
      );
    row = next;
  }
  return row[b.length] as number;
}

/** The few whose ids are spelt most like one that is not there, long and short ones alike. */
export const nearest = <T extends Pick<Near, 'id'>>(id: string, all: readonly T[]): T[] => {
  const unlike = (one: T) => distance(id, one.id) / Math.max(id.length, one.id.length);
  return [...all].sort((a, b) => unlike(a) - unlike(b)).slice(0, 3);
};

/** An address that leads to nothing: says so, and offers what is nearest to it. */
export function NotThere({ what, id, all, home }: { what: string; id: string; all: readonly Near[]; home: string }) {
  return (
    <div className="sheet" role="alert">
      <h1>
        There is no {what} “{id}”
      </h1>
      <p>It may have been renamed or removed; revisions tell by whom. Nothing else is shown in its place.</p>
      <ul className="mt-3">
        {nearest(id, all).map((one) => (
          <li key={one.id} className="py-1">
            <Link to={one.to} className="font-semibold">
              {one.name}
            </Link>{' '}
            <span className="mono muted">{one.id}</span>
          </li>
        ))}
      </ul>
      <p className="mt-3 flex gap-2">
        <Link className="act" to={home}>
          Show all
        </Link>
        <Link className="act" to="/revisions">
          Look at the revisions
        </Link>
      </p>
    </div>
  );
}
