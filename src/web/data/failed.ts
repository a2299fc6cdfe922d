import { type ProblemDocument, problemDocument } from '../../contract/index.ts';

/** What a failed request says, as a problem document: the server's own, or that it could not be reached. */
export function failure(error: unknown): ProblemDocument {
  const { data, status } = (error ?? {}) as { data?: unknown; status?: unknown };
  const read = problemDocument.safeParse(data);
  if (read.success) return read.data;
  if (status === 'FETCH_ERROR')
    return {
      type: '/problems/unreached',
      title: 'Plemb’s server does not answer. What you changed is kept here; try again when it runs.',
      status: 0,
    };
  return { type: '/problems/odd', title: 'The answer could not be read', status: 0 };
}
