import { z } from 'zod';
import type { Json } from '../tests/books/damage.ts';

/** JSON Schema, as far as the contract's schemas come to. */
interface Schema {
  readonly type?: string;
  readonly const?: Json;
  readonly enum?: readonly Json[];
  readonly anyOf?: readonly Schema[];
  readonly oneOf?: readonly Schema[];
  readonly allOf?: readonly Schema[];
  readonly properties?: Readonly<Record<string, Schema>>;
  readonly required?: readonly string[];
  readonly items?: Schema;
  readonly minItems?: number;
  readonly additionalProperties?: Schema | boolean;
  readonly minimum?: number;
  readonly maximum?: number;
  readonly $ref?: string;
  readonly $defs?: Readonly<Record<string, Schema>>;
}

/** Something that looks as a schema says, mostly: forms of texts are guessed at. */
export function instanceOf(schema: z.ZodType, random: () => number): Json {
  const root = z.toJSONSchema(schema, { unrepresentable: 'any', io: 'input' }) as Schema;
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;
  const texts = ['', 'a', 'IE', 'home', 'post', 'BAR-OAT', '4.90', '2026-11-24T09:10:00Z', 'harrowmere', 'SUDS', 'Ada'];
  return made(root, 0);

  function made(of: Schema, depth: number): Json {
    if (of.$ref) return made(root.$defs?.[of.$ref.split('/').at(-1) ?? ''] ?? {}, depth + 1);
    if (of.const !== undefined) return of.const;
    if (of.enum) return pick(of.enum);
    const choices = of.anyOf ?? of.oneOf;
    if (choices) return made(pick(choices), depth + 1);
    if (of.allOf) return made(of.allOf[0] ?? {}, depth + 1);
    switch (of.type) {
      case 'object': {
        const fields = Object.entries(of.properties ?? {}).filter(
          ([name]) => of.required?.includes(name) || (depth < 6 && random() < 0.5),
        );
        return Object.fromEntries(fields.map(([name, field]) => [name, made(field, depth + 1)]));
      }
      case 'array':
        return Array.from({ length: (of.minItems ?? 0) + Math.floor(random() * 3) }, () =>
          made(of.items ?? {}, depth + 1),
        );
      case 'integer':
      case 'number':
        return pick([of.minimum ?? 0, of.maximum ?? 10, 1, 3].filter((one) => Math.abs(one) <= 2 ** 53));
      case 'boolean':
        return random() < 0.5;
      case 'null':
        return null;
      default:
        return pick(texts);
    }
  }
}
