import { Temporal } from 'temporal-polyfill';

interface Timed {
  readonly from: string | null;
  readonly until: string | null;
}

const inDublin = (text: string) => Temporal.PlainDateTime.from(text).toZonedDateTime('Europe/Dublin').epochMilliseconds;
export const begun = ({ from }: Timed, moment: number): boolean => from === null || inDublin(from) <= moment;
export const ended = ({ until }: Timed, moment: number): boolean => until !== null && inDublin(until) <= moment;
