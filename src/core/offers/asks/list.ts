/** The kinds of asks there are. A new one stands here, in its file, its words and its part of the sentence. */
import { askKindsOf } from './kind.ts';
import { units } from './units.ts';
import { value } from './value.ts';

export const askKinds = askKindsOf([value, units]);
