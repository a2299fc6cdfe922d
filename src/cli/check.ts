import { type ChannelId, channelIds } from '../core/book/index.ts';
import { type Card, cardSchema, carrierIn, readCard } from '../core/carrier/index.ts';
import { dialectOf, rulesReader, settingsOf, toldAt } from '../core/channels/index.ts';
import { checkChannel, manyCorners, standingOf, unfollowed } from '../core/check/index.ts';
import { amountText } from '../core/exact/index.ts';
import { asking, ChannelDown, channelClient } from '../live/index.ts';
import { className, counts } from '../words/index.ts';
import { jsonText, openBook, print, readJson, Unable, unable } from './open.ts';
import { textTable } from './table.ts';

/** The channels that are to be asked live, each said as CHANNEL=URL. */
function addresses(words: readonly string[]): ReadonlyMap<ChannelId, string> {
  return new Map(
    words.map((word): [ChannelId, string] => {
      const [name = '', ...rest] = word.split('=');
      const id = channelIds.find((one) => one === name);
      const url = rest.join('=');
      if (!id || !/^https?:\/\/[^/]/.test(url))
        throw new Unable(
          `--live “${word}” is no channel and its address; right would be ${channelIds[0]}=http://127.0.0.1:4101`,
        );
      return [id, url.replace(/\/+$/, '')];
    }),
  );
}

/** The carrier's cards of a file: one, or a list of them. */
function cardsIn(path: string): Card[] {
  const data = readJson(path);
  return (Array.isArray(data) ? data : [data]).map((one, i) => {
    const body = cardSchema.safeParse(one);
    const where = `${path}: card ${i + 1}`;
    if (!body.success) {
      const [issue] = body.error.issues;
      const why = `${issue?.path.join(' › ')}: ${issue?.message}`;
      throw new Unable(`${where}, ${why}; right would be what docs/formats/ternline.md lays out`);
    }
    const card = readCard(body.data);
    if (!card.ok) throw unable(where, card.problems);
    return card.value;
  });
}

/** Checks every channel by its rendition, and those with an address by what is live and what their checkouts answer. */
export async function checkBook(
  path: string,
  { at, json, live, cards }: { at: number; json: boolean; live: readonly string[]; cards: string | null },
): Promise<number> {
  const asked = addresses(live);
  const known = cards === null ? [] : cardsIn(cards);
  const { file, stockOf } = openBook(path, at);
  const reports = [];
  for (const { book, goods, dialect, rendition } of channelIds.flatMap((id) => toldAt(id, file, stockOf).slice(0, 1))) {
    const address = asked.get(dialect.id);
    const sides = { rendition, sent: null, speeds: settingsOf(file, dialect).speeds };
    const ask =
      address === undefined ? null : asking(dialect.id, channelClient(dialect.id, address, 'person'), rulesReader());
    try {
      const begin = async (corners: number) => {
        if (corners > manyCorners)
          process.stderr.write(`${dialect.name}: ${counts(corners, 'basket')} are to be asked, which takes long\n`);
      };
      const carrierAt = carrierIn(known, book.market.body.timeZone);
      const channel = { id: dialect.id, sides, ask, carrierAt };
      reports.push(await checkChannel(book, goods, channel, at, { ...unfollowed, begin }));
    } catch (error) {
      if (error instanceof ChannelDown) throw new Unable(error.message);
      throw error;
    }
  }
  const findings = reports
    .flatMap((report) => report.findings)
    .map((finding) => ({ ...finding, standing: standingOf(finding, new Set()) }));
  const corners = reports.flatMap((report) => report.classes).reduce((sum, one) => sum + one.corners, 0);
  if (json) print(jsonText({ corners, asked: [...asked.keys()], findings }, 1));
  else {
    const rows = findings.map((one) => [
      one.channel,
      className(file, one.class),
      one.standing,
      one.service,
      one.difference === null
        ? one.meant
          ? 'missing'
          : 'extra'
        : amountText(one.difference, dialectOf(one.channel).currency),
      one.basket ? one.basket.lines.map((line) => `${line.units} x ${line.sku}`).join(' + ') : 'no basket of two goods',
      one.corner.place,
    ]);
    const of = asked.size > 0 ? `live at ${[...asked.keys()].join(', ')}` : 'of the files that would be sent';
    const heads = ['channel', 'class', 'standing', 'service', 'difference', 'smallest basket', 'to'];
    print(`${counts(corners, 'basket')} asked, ${of}\n${textTable(heads, rows)}`);
  }
  return findings.some((one) => one.standing === 'off') ? 1 : 0;
}
