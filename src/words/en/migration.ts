import type { MigrationNote } from '../../core/book/index.ts';
import { inARow } from './list.ts';

/** What could not be brought along as it was, with its place: what it said, and what stands there now. */
export function migrationText(note: MigrationNote, between: string): string {
  const [was, now] = wasAndNow(note);
  return `${note.at.join(between)}: ${was} → ${now}`;
}

function wasAndNow(note: MigrationNote): readonly [string, string] {
  switch (note.is) {
    case 'name left out':
      return [note.name, 'the names that the lanes show, or the service’s'];
    case 'cap':
      return [
        `any service that costs at most ${note.cap}`,
        note.always.length === 0
          ? 'paused: no service always costs so little'
          : `${note.always.join(', ')}; ${note.sometimes.join(', ')} only now and then cost so little`,
      ];
    case 'channels left out':
      return [inARow(note.channels), 'left out: no such channel'];
  }
}
