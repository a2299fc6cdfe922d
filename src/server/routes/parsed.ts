import type { Context as Request } from 'hono';
import type { z } from 'zod';
import { shaped } from '../../core/book/index.ts';
import { saidProblem } from '../../words/index.ts';
import { HttpProblem } from '../problem.ts';

/** The body of a request as the contract has it, or a refusal with every place that is not. */
export async function parsed<T>(request: Request, schema: z.ZodType<T>): Promise<T> {
  return shapedAs(schema, await bodyOf(request));
}

/** Deeper than this nothing is that is written to this contract. */
const deepest = 100;

/** The body of a request, JSON that is not nested beyond all use. */
export async function bodyOf(request: Request): Promise<unknown> {
  let body: unknown;
  try {
    body = JSON.parse(await request.req.text());
  } catch {
    throw new HttpProblem(400, 'json', 'The request is not JSON', { detail: 'Right would be RFC 8259 in UTF-8.' });
  }
  if (isDeeper(body, deepest))
    throw new HttpProblem(400, 'json', `The request is nested deeper than ${deepest} levels`);
  return body;
}

function isDeeper(value: unknown, levels: number): boolean {
  if (typeof value !== 'object' || value === null) return false;
  return levels === 0 || Object.values(value).some((one) => isDeeper(one, levels - 1));
}

/** What a request says as the contract has it, or a refusal with every place that is not. */
export function shapedAs<T>(schema: z.ZodType<T>, data: unknown): T {
  const read = shaped(schema, data);
  if (read.ok) return read.value;
  throw new HttpProblem(400, 'request', 'The request is not as the contract says', {
    problems: read.problems.map(saidProblem),
  });
}

/** The number of a row as an address says it; 0, which no row has, where it says none. */
export function rowNumber(text: string): number {
  const number = Number(text);
  return Number.isInteger(number) && number > 0 && number < 2 ** 31 ? number : 0;
}

/** Answers with what the contract says of an address: anything else does not compile. */
export const answer = <Schema extends z.ZodType>(
  request: Request,
  _of: Schema,
  value: z.input<Schema>,
  status: 200 | 201 | 202 = 200,
) => request.json(value as object, status);
