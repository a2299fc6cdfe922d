import type { Book } from '../../../core/book/index.ts';
import { countryName, faultText } from '../../../words/index.ts';
import type { PlaceFound, Unanswered } from '../../engine/quick.ts';
import { usePartNames } from '../../ui/part-names.ts';

/** Which zone an address falls in and why, and which others have it too. */
export function WhichZone({
  zones,
  address,
  found,
  onAddress,
}: {
  zones: Book['zones'];
  address: string;
  found: PlaceFound | Unanswered | null;
  onAddress: (address: string) => void;
}) {
  const names = usePartNames();
  return (
    <>
      <h2>Which zone?</h2>
      <label className="mt-2 block">
        Country or part, and postcode
        <input
          className="search mt-1 w-full"
          value={address}
          onChange={(event) => onAddress(event.target.value)}
          placeholder="GB HS1 2AA"
        />
      </label>
      {found && 'problems' in found && (
        <div className="aside-note off" role="alert">
          {found.problems.map((one) => (
            <p key={faultText(one)}>{faultText(one)}</p>
          ))}
        </div>
      )}
      {found && 'place' in found && (
        <div aria-live="polite">
          <p className="mt-3 text-[15px]">
            {found.zone ? (
              <>
                <strong>{zones.find((one) => one.id === found.zone)?.name}</strong>, because of{' '}
                <code>{found.pattern}</code>.
              </>
            ) : (
              <strong className="text-off">No zone: not delivered to.</strong>
            )}
          </p>
          <p className="muted">
            {countryName(found.place.country)}
            {found.place.part && `, ${names?.partName(found.place.part) ?? 'part'} (${found.place.part})`}
            {found.place.postcode && `, postcode ${found.place.postcode}`}
          </p>
          {found.others.length > 0 && (
            <table className="ruled mt-3">
              <tbody>
                {found.others.map((one) => (
                  <tr key={one.zone}>
                    <td>{zones.find((other) => other.id === one.zone)?.name}</td>
                    <td className="muted">
                      {one.left ? (
                        <>
                          leaves out <code>{one.left}</code>
                        </>
                      ) : (
                        <>
                          also has it by <code>{one.pattern}</code>, less specific or later
                        </>
                      )}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          )}
        </div>
      )}
    </>
  );
}
