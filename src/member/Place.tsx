/** The zone this browser's clock is in. */
export const ownZone = (): string => Intl.DateTimeFormat().resolvedOptions().timeZone || 'UTC';

/** Where something takes place; an address of the web in it can be pressed. */
export function Place({ place }: { place: string }) {
  if (place === '') return null;
  return (
    <p dir="auto" className="break-words">
      {place.split(/(https:\/\/[^\s<>"]+)/).map((part, i) =>
        i % 2 === 1 ? (
          <a key={i} className="plain-link" href={part} target="_blank" rel="noopener noreferrer">
            {part}
          </a>
        ) : (
          part
        ),
      )}
    </p>
  );
}
