import type { Note } from '../dialect.ts';
import { worstOf } from '../fidelity.ts';

/** What is said by a feed, clause by clause. */
interface Said {
  readonly name: string;
  readonly notes: readonly Note[];
}

/** Nothing of the clause concerns what a feed is for. */
const isElsewhere = ({ reads, fidelity }: Note): boolean =>
  reads.length === 0 &&
  fidelity.is === 'unsayable' &&
  fidelity.losses.every(({ is }) => is === 'outside the target' || is === 'reaches nothing');

/** What all feeds say of each clause, beside the worst that any of them loses; those that it does not concern aside. */
export function ofAllFeeds(feeds: readonly Said[]): Note[] {
  const [only, ...more] = feeds;
  if (only && more.length === 0) return [...only.notes];
  const clauses = new Map<string, { name: string; note: Note }[]>();
  for (const { name, notes } of feeds)
    for (const note of notes) {
      const { clause } = note;
      // Of goods that stand apart a feed has some: it is one clause however many.
      const key = JSON.stringify(clause.about === 'apart' ? { ...clause, items: 0 } : clause);
      clauses.set(key, [...(clauses.get(key) ?? []), { name, note }]);
    }
  return [...clauses.values()].flatMap((all): Note[] => {
    const here = all.filter(({ note }) => !isElsewhere(note));
    const some = here.length > 0 ? here : all;
    const [first] = some;
    if (!first) return [];
    const { clause } = first.note;
    const items = Math.max(...some.map(({ note }) => (note.clause.about === 'apart' ? note.clause.items : 0)));
    return [
      {
        clause: clause.about === 'apart' ? { ...clause, items } : clause,
        reads: some.flatMap(({ name, note }) => note.reads.map((line) => [`${name}.xml`, ...line])),
        fidelity: worstOf(some.map(({ note }) => note.fidelity)),
        keys: some.flatMap(({ note }) => note.keys ?? []),
      },
    ];
  });
}
