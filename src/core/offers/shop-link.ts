import { z } from 'zod';
import type { Form } from '../exact/index.ts';

/** What a link that carries a code looks like: an address with `{code}` in it once. */
export const shopLinkSchema = z
  .string()
  .max(300)
  .regex(/^https?:\/\/[^\s{}]*\{code\}[^\s{}]*$/, 'link with a code' satisfies Form);

/** The link that carries a code. @example linkWith('https://shop.example/?code={code}', 'GUST') */
export const linkWith = (shopLink: string, code: string): string =>
  shopLink.replace('{code}', encodeURIComponent(code));
