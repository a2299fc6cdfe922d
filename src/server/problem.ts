import type { ProblemDocument } from '../contract/index.ts';

/** An answer that is a problem document (RFC 9457). Thrown where a request cannot be carried out. */
export class HttpProblem extends Error {
  readonly document: ProblemDocument;
  constructor(
    status: 400 | 403 | 404 | 409 | 413 | 415 | 421 | 422 | 503,
    type: string,
    title: string,
    more: Partial<ProblemDocument> = {},
  ) {
    super(title);
    this.document = { type: `/problems/${type}`, title, status, ...more };
  }
}
