/** What Plemb says, in the language of its interface; a folder a language. */
export * from './en/index.ts';
/** What columns of sellers’ own files are called, in any of their languages. */
export { goodsHeads, historyHeads, priceHeads } from './heads.ts';
