import { QRCodeCanvas, QRCodeSVG } from 'qrcode.react';
import { useRef } from 'react';
import { sellPathWords } from '#say/sell/path';
const say = sellPathWords.qrCode;

/** Modules on paper, and as many white ones around as the standard asks for (ISO/IEC 18004: four). */
const QUIET = 4;
const SHOWN = 148;
/** Large enough to print a hand wide at 300 dots an inch. */
const SAVED = 1_200;

/** A text as a QR code, to look at and to keep as a drawing or a picture. */
export default function QrCode({ text, name }: { text: string; name: string }) {
  const drawing = useRef<SVGSVGElement>(null);
  const picture = useRef<HTMLCanvasElement>(null);
  function keep(href: string, ending: string): void {
    const link = document.createElement('a');
    link.href = href;
    link.download = `${name}.${ending}`;
    link.click();
  }
  return (
    <figure>
      <QRCodeSVG ref={drawing} value={text} size={SHOWN} marginSize={QUIET} level="M" title={text} />
      <QRCodeCanvas ref={picture} value={text} size={SAVED} marginSize={QUIET} level="M" hidden />
      <figcaption className="cap mt-1 flex gap-x-3">
        <button
          className="opt"
          onClick={() => {
            const svg = drawing.current;
            if (!svg) return;
            const written = new XMLSerializer().serializeToString(svg);
            const href = URL.createObjectURL(new Blob([written], { type: 'image/svg+xml' }));
            keep(href, 'svg');
            setTimeout(() => URL.revokeObjectURL(href), 10_000);
          }}
        >
          {say.downloadSvg}
        </button>
        <button className="opt" onClick={() => picture.current && keep(picture.current.toDataURL('image/png'), 'png')}>
          {say.downloadPng}
        </button>
      </figcaption>
    </figure>
  );
}
