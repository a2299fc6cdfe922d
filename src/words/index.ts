/** What Plemb says, in the language of its interface; a folder a language. */
export * from './en/index.ts';
