import { useEffect, useState } from 'react';
import { Route, Routes } from 'react-router';
import { beginFromShop } from './data/begin';
import { connect } from './data/ownerApi';
import { useDraft } from './data/draft';
import { useMirror } from './data/useMirror';
import { Connect } from './frame/Connect';
import { Frame } from './frame/Frame';
import { Fetched } from './frame/Fetched';
import { fetchAhead } from './frame/parts';
import { PLACES } from './places';
import { Today } from './today/Today';
import { studioWords } from '#say/studio';
const say = studioWords.app;

type Opening = 'opening' | 'open' | { problem: string };

/** Connects to the shop once, then shows the stage that the address names. */
export function App() {
  const [opening, setOpening] = useState<Opening>('opening');
  useEffect(() => {
    const again = (): void => void open().then(setOpening);
    again();
    const pasted = (): void => {
      if (location.hash.startsWith('#key=')) again();
    };
    // The address with the key, pasted over this one, changes nothing else.
    window.addEventListener('hashchange', pasted);
    return () => window.removeEventListener('hashchange', pasted);
  }, []);
  if (opening === 'opening') return null;
  if (opening !== 'open') return <Connect problem={opening.problem} onConnected={() => void open().then(setOpening)} />;
  return <Opened />;
}

async function open(): Promise<Opening> {
  const key = /^#key=(.+)$/.exec(location.hash)?.[1];
  if (key !== undefined) {
    // The key leaves the address before anything else, so that it is in no history and no copied link.
    history.replaceState(null, '', location.pathname);
    const problem = await connect(decodeURIComponent(key));
    if (problem) return { problem };
  }
  try {
    await beginFromShop();
    return 'open';
  } catch (error) {
    return {
      problem: error instanceof TypeError ? say.shopCanTReached : say.windowNotConnectedShop,
    };
  }
}

function Opened() {
  const draft = useDraft();
  useMirror();
  useEffect(() => {
    // The first sheet stands: now for the rest, before the shop may be lost from sight.
    const waiting = requestIdleCallback(() => void fetchAhead(), { timeout: 500 });
    return () => cancelIdleCallback(waiting);
  }, []);
  if (!draft) return null;
  return (
    <Frame draft={draft}>
      <Routes>
        <Route index element={<Today draft={draft} />} />
        {PLACES.map(({ path, name, fetch }) => (
          <Route
            key={path}
            path={path}
            element={<Fetched fetch={fetch} props={{ draft }} what={say.theSheet(name)} />}
          />
        ))}
      </Routes>
    </Frame>
  );
}
