import type { Context as Request } from 'hono';
import type { z } from 'zod';
import { Refusal } from '../problem.ts';

/** The body of a request as the contract has it, or a refusal with every place that is not. */
export async function parsed<T>(request: Request, schema: z.ZodType<T>): Promise<T> {
  let body: unknown;
  try {
    body = await request.req.json();
  } catch {
    throw new Refusal(400, 'json', 'The request is not JSON');
  }
  const read = schema.safeParse(body);
  if (read.success) return read.data;
  const problems = read.error.issues.map((issue) => ({ at: issue.path.map((step) => (typeof step === 'number' ? step : String(step))), wrong: 'not as the contract says', right: issue.message }));
  throw new Refusal(400, 'request', 'The request is not as the contract says', { problems });
}
