import type { BookFinding } from '../../core/book/index.ts';
import { inARow } from './list.ts';

/** What a sound book may not have meant. */
export function findingText(one: BookFinding): string {
  switch (one.is) {
    case 'no room':
      return `break ${one.break} has no room: converted, its edges meet`;
    case 'gone channel':
      return 'settings of a channel that is not there; they are kept';
    case 'same name':
      return `${inARow(one.services)} are ${one.services.length === 2 ? 'both' : 'all'} seen as “${one.name}”`;
    case 'taxed already':
      return `${one.place} stands in ${one.by} already, which counts`;
  }
}
