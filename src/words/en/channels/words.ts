/** What is said of one channel. */
export interface ChannelWords {
  /** What it is, in a word or two. */
  readonly what: string;
  /** What it can say, a row a kind of clause. */
  readonly says: readonly { readonly about: string; readonly how: string }[];
  /** Its own settings by their fields: what each is called, the words before it, its values', and to set one. */
  readonly settings: Readonly<
    Record<
      string,
      {
        readonly label: string;
        readonly lead: string;
        readonly values?: Readonly<Record<string, string>>;
        readonly acts?: Readonly<Record<string, string>>;
      }
    >
  >;
}
