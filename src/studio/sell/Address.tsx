import { addressFrom, addressProblem, type Path } from '#core/paths';
import { change, type Draft } from '../data/draft';
import { useAboutQuery } from '../data/ownerApi';
import { sellWords } from '#say/sell';
const say = sellWords.address;

/** The address, which may change: the old one, once live, goes on leading here. */
export function Address({ draft, path }: { draft: Draft; path: Path }) {
  const { data: about } = useAboutQuery();
  const live = draft.live?.content.paths.find((p) => p.id === path.id);
  const problem =
    addressProblem(path.address) ??
    (draft.content.paths.some((p) => p.id !== path.id && p.address === path.address)
      ? say.anotherPathAlreadyHas
      : null);
  function readdress(text: string): void {
    const address = text.toLowerCase().replace(/\s+/g, '-').slice(0, 80);
    void change('path', path.id, (p) => {
      p.address = address;
      const former = new Set(live ? [...live.formerAddresses, live.address] : p.formerAddresses);
      former.delete(address);
      p.formerAddresses = [...former];
    });
  }
  return (
    <div className="mt-1 text-ink-2">
      {about?.publicAddress}/
      <input
        className="fill"
        aria-label={say.address}
        value={path.address}
        aria-invalid={problem !== null}
        onChange={(e) => readdress(e.target.value)}
        onBlur={() => {
          if (addressProblem(path.address) && addressFrom(path.address) !== '') readdress(addressFrom(path.address));
        }}
      />
      {live && live.address === path.address && (
        <a className="opt ml-3" href={`${about?.publicAddress ?? ''}/${path.address}`} target="_blank" rel="noopener">
          {say.openLivePage}
        </a>
      )}
      {problem && <p className="wrong">{problem}</p>}
      {path.formerAddresses.length > 0 && (
        <p className="cap">
          {say.stillHere(path.formerAddresses.map((a) => `/${a}`).join(', '), path.formerAddresses.length)}
        </p>
      )}
    </div>
  );
}
