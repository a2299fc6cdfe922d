import { z } from 'zod';
import { written } from '../exact/index.ts';

const { id, name } = written;

const patternText = z.string().min(2).max(40);
export const zoneSchema = z.strictObject({
  id,
  name,
  takes: z.array(patternText).min(1),
  leaves: z.array(patternText),
});
export type ZoneBody = z.infer<typeof zoneSchema>;
