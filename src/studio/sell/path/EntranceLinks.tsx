import { lazy, Suspense, useState } from 'react';
import { type Entrance, hrefOfEntrance, type Path } from '#core/paths';
import { useAboutQuery } from '../../data/ownerApi';
import { Copy } from './Copy';
import { sellPathWords } from '#say/sell/path';
const say = sellPathWords.entranceLinks;

const QrCode = lazy(() => import('./QrCode'));

/** Three ways of writing one entrance: its address, a short one, a picture; and a link and a button to paste. */
export function EntranceLinks({
  path,
  entrance,
  name,
  isLive,
}: {
  path: Path;
  entrance: Entrance;
  name: string;
  isLive: boolean;
}) {
  const { data: about } = useAboutQuery();
  const [drawn, setDrawn] = useState(false);
  const shop = about?.publicAddress ?? '';
  const long = shop + hrefOfEntrance(path, entrance);
  const short = `${shop}/${entrance.short}`;
  return (
    <div className="mt-1">
      <p className="cap">
        {isLive ? '' : say.worksOnceYouPublish}
        {long} <Copy text={long} what={say.theLink(name)} /> {say.short(short)}{' '}
        <Copy text={short} what={say.shortLink(name)} />
      </p>
      <details onToggle={(event) => setDrawn(event.currentTarget.open)}>
        <summary className="opt">{say.qrCodeCodeOther}</summary>
        {drawn && (
          <div className="mt-2 grid gap-4 sm:grid-cols-[auto_1fr]">
            <Suspense fallback={null}>
              <QrCode text={short} name={entrance.word} />
            </Suspense>
            <div className="min-w-0 space-y-3">
              <Pasted what={say.aLink} href={long} title={path.title} name={name} style={{}} />
              <Pasted what={say.aButton} href={long} title={path.title} name={name} style={BUTTON} />
            </div>
          </div>
        )}
      </details>
    </div>
  );
}

/** A button that needs nothing of ours where it is pasted. */
const BUTTON = {
  display: 'inline-block',
  padding: '12px 20px',
  borderRadius: '4px',
  background: '#1d2b36',
  color: '#fff',
  font: '600 16px/1.3 sans-serif',
  textDecoration: 'none',
};

/** Markup to paste, with how it looks. */
function Pasted({
  what,
  href,
  title,
  name,
  style,
}: {
  what: string;
  href: string;
  title: string;
  name: string;
  style: Record<string, string>;
}) {
  const css = Object.entries(style)
    .map(([key, value]) => `${key.replace(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`)}:${value}`)
    .join(';');
  const html = `<a href="${href}"${css === '' ? '' : ` style="${css}"`}>${escaped(title)}</a>`;
  return (
    <div>
      <h4 className="font-semibold">
        {what.charAt(0).toUpperCase() + what.slice(1)} <Copy text={html} what={say.toPaste(name, what)} />
      </h4>
      <p className="mt-1" inert>
        <a href={href} style={style}>
          {title}
        </a>
      </p>
      <code className="mt-1 block overflow-x-auto border border-line bg-paper-2 p-2 text-[13px]">{html}</code>
    </div>
  );
}

const escaped = (text: string): string =>
  text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;').replace(/"/g, '&quot;');
