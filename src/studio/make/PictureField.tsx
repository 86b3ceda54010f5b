import { ChooseFile } from '../frame/ChooseFile';
import type { Product } from '#core/catalogue';
import { change } from '../data/draft';
import { useFileUrl } from './Preview';
import { setPicture } from './uploads';
import { makeWords } from '#say/make';
const say = makeWords.pictureField;

/** A product's picture and the words for people who cannot see it. */
export function PictureField({ product }: { product: Product }) {
  const url = useFileUrl(product.picture?.file ?? null);
  return (
    <div className="flex flex-wrap items-start gap-4">
      {url !== null && (
        <img src={url} alt={product.picture?.alt ?? ''} className="h-24 w-36 rounded-[var(--radius)] object-cover" />
      )}
      <div className="min-w-56 flex-1">
        {product.picture && (
          <input
            className="bare w-full"
            aria-label={say.pictureDescription}
            placeholder={say.describePicturePeopleWho}
            dir="auto"
            value={product.picture.alt}
            onChange={(e) =>
              void change('product', product.id, (p) => {
                if (p.picture) p.picture.alt = e.target.value.slice(0, 300);
              })
            }
          />
        )}
        <p className="mt-2 flex gap-4">
          <ChooseFile
            words={product.picture ? say.replacePicture : say.addPicture}
            label={say.picture}
            accept="image/png,image/jpeg,image/webp,image/gif,image/svg+xml"
            onFiles={([file]) => {
              if (file) setPicture(product.id, file);
            }}
          />
          {product.picture && (
            <button
              className="opt"
              onClick={() =>
                void change('product', product.id, (p) => {
                  p.picture = null;
                })
              }
            >
              {say.removePicture}
            </button>
          )}
        </p>
      </div>
    </div>
  );
}
