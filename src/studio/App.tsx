import { useEffect, useState } from 'react';
import { Route, Routes } from 'react-router';
import { CountStage } from './count/CountStage';
import { beginFromShop } from './data/begin';
import { connect } from './data/ownerApi';
import { useDraft } from './data/draft';
import { useMirror } from './data/useMirror';
import { DeliverStage } from './deliver/DeliverStage';
import { FollowUpStage } from './followUp/FollowUpStage';
import { Connect } from './frame/Connect';
import { Frame } from './frame/Frame';
import { MakeStage } from './make/MakeStage';
import { PriceStage } from './price/PriceStage';
import { SearchSheet } from './search/SearchSheet';
import { prepareEditor } from './sell/RichField';
import { SellStage } from './sell/SellStage';
import { ShopSheet } from './shop/ShopSheet';
import { Today } from './today/Today';

type Opening = 'opening' | 'open' | { problem: string };

/** Connects to the shop once, then shows the stage that the address names. */
export function App() {
  const [opening, setOpening] = useState<Opening>('opening');
  useEffect(() => {
    void open().then(setOpening);
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
      problem: error instanceof TypeError ? 'The shop is not reached.' : 'This window is not connected to the shop.',
    };
  }
}

function Opened() {
  const draft = useDraft();
  useMirror();
  useEffect(() => {
    const timer = setTimeout(prepareEditor, 1_500);
    return () => clearTimeout(timer);
  }, []);
  if (!draft) return null;
  return (
    <Frame draft={draft}>
      <Routes>
        <Route index element={<Today draft={draft} />} />
        <Route path="make/:id?" element={<MakeStage draft={draft} />} />
        <Route path="price/:id?" element={<PriceStage draft={draft} />} />
        <Route path="sell/:id?/:step?" element={<SellStage draft={draft} />} />
        <Route path="deliver/:list?/:id?" element={<DeliverStage draft={draft} />} />
        <Route path="follow-up/:message?" element={<FollowUpStage draft={draft} />} />
        <Route path="count" element={<CountStage draft={draft} />} />
        <Route path="search" element={<SearchSheet draft={draft} />} />
        <Route path="shop" element={<ShopSheet draft={draft} />} />
      </Routes>
    </Frame>
  );
}
