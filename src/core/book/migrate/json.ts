/** Something written, not held against any schema yet: what is not of the sort asked for counts as empty. */
export type Json = { [key: string]: unknown };
export const object = (value: unknown): Json =>
  typeof value === 'object' && value !== null && !Array.isArray(value) ? (value as Json) : {};
export const list = (value: unknown): Json[] => (Array.isArray(value) ? value.map(object) : []);
export const texts = (value: unknown): string[] =>
  Array.isArray(value) ? value.filter((one): one is string => typeof one === 'string') : [];
export const text = (value: unknown): string => (typeof value === 'string' ? value : '');
export const mapped = (value: unknown, change: (one: unknown, key: string) => unknown): Json =>
  Object.fromEntries(Object.entries(object(value)).map(([key, one]) => [key, change(one, key)]));
