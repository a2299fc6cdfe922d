/** The kinds of codes there are. A new one stands here, in its file, its words and its part of the sentence. */
import { codeKindsOf } from './kind.ts';
import { link } from './link.ts';
import { shared } from './shared.ts';
import { singleUse } from './single-use.ts';

export const codeKinds = codeKindsOf([shared, link, singleUse]);
