import type { ChannelId } from '../../../core/book/index.ts';
import { dialectOf, settingsOf } from '../../../core/channels/index.ts';
import { serviceName, wordsOfChannel } from '../../../words/index.ts';
import type { OpenBook } from '../../data/book.ts';
import { ChoicePart } from '../../ui/field.tsx';
import { KeyLine } from '../../ui/key-line.tsx';
import { Feeds } from './feeds.tsx';

/** What a channel's format has room for. */
export function CanSay({ id }: { id: ChannelId }) {
  const dialect = dialectOf(id);
  return (
    <>
      <h2>What {dialect.name} can say</h2>
      <table className="ruled mt-2">
        <tbody>
          {wordsOfChannel(id).says.map((one) => (
            <tr key={one.about}>
              <td className="muted">{one.about}</td>
              <td>{one.how}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}

/** What the seller's services are called at a channel, and its settings of its own. */
export function ChannelSettings({ book, id }: { book: OpenBook; id: ChannelId }) {
  const dialect = dialectOf(id);
  const set = settingsOf(book.book, dialect);
  const { services } = book.book;
  const speeds = dialect.speedNames === 'own' ? services.map((one) => one.id) : dialect.speedNames;
  return (
    <>
      <h2 className="mt-5">Your settings here</h2>
      <table className="ruled mt-2">
        <tbody>
          {book.book.services.map((service) => {
            const value = set.speeds[service.id] ?? '';
            return (
              <tr key={service.id}>
                <td>{serviceName(book.book, service.id)} is called</td>
                <td>
                  <ChoicePart
                    label={`${service.name} at ${dialect.name}`}
                    value={value}
                    choices={[
                      { value: '', label: 'not said' },
                      ...speeds.map((speed) => ({ value: speed, label: speed })),
                    ]}
                    onCommit={(speed) => book.edit(['channels', id, 'speeds', service.id], speed === '' ? null : speed)}
                  />
                </td>
              </tr>
            );
          })}
          {dialect.ownSettings.map((setting) => {
            if (setting.is === 'feeds') return null;
            const words = wordsOfChannel(id).settings[setting.field];
            return (
              <tr key={setting.field}>
                <td>{words?.lead}</td>
                <td>
                  <ChoicePart
                    label={words?.label ?? setting.field}
                    value={String(set[setting.field])}
                    choices={setting.values.map((value) => ({ value, label: words?.values?.[value] ?? value }))}
                    onCommit={(value) => book.edit(['channels', id, setting.field], value)}
                  />
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {dialect.ownSettings.map(({ is, field }) =>
        is === 'feeds' ? (
          <Feeds key={field} book={book} set={set} onCommit={(to) => book.edit(['channels', id, field], to)} />
        ) : null,
      )}
      <KeyLine of={id} name={dialect.name} />
    </>
  );
}
