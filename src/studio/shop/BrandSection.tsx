import { ChooseFile } from '../frame/ChooseFile';
import { type Brand, contrastRatio, DEFAULT_BRAND, PAPER, readable, type ShopDetails } from '#core/catalogue';
import { change } from '../data/draft';
import { setLogo } from '../make/uploads';
import { ChoiceFill } from '../price/Fill';
import { shopWords } from '#say/shop';
const say = shopWords.brandSection;

const TYPES = [
  ['clear', say.displayFontHeadingsPlain],
  ['plain', say.onePlainFont],
  ['strong', say.oneDisplayFont],
] as const;

/** How buyers' pages look. Colours that could not be read are shown darker, and it says so. */
export function BrandSection({ shop }: { shop: ShopDetails }) {
  const brand = shop.brand ?? DEFAULT_BRAND;
  const edit = (recipe: (b: Brand) => void): void =>
    void change('shop', 'shop', (s) => {
      s.brand ??= { ...DEFAULT_BRAND };
      recipe(s.brand);
    });
  const colour = (name: 'main' | 'second', label: string) => (
    <input
      type="color"
      className="h-7 w-10 cursor-pointer align-middle"
      aria-label={label}
      value={brand[name]}
      onChange={(event) =>
        edit((b) => {
          b[name] = event.target.value;
        })
      }
    />
  );
  const mended = (['main', 'second'] as const).filter((name) => readable(brand[name]) !== brand[name].toLowerCase());
  return (
    <section className="sec">
      <h3>{say.brand}</h3>
      <p className="sentence">
        {say.headingsButtonsBuyersPages} {colour('main', say.colourHeadingsButtons)}
        {say.accessShown} {colour('second', say.colourAccess)}
        {say.textSet}{' '}
        <ChoiceFill
          label={say.fontsBuyersPages}
          value={brand.type}
          choices={TYPES}
          onChange={(type) =>
            edit((b) => {
              b.type = type;
            })
          }
        />
        .
      </p>
      {mended.map((name) => (
        <p key={name} className="cap">
          {say.tooPaleReadThese(brand[name], contrastRatio(brand[name], PAPER).toFixed(1), readable(brand[name]))}
        </p>
      ))}
      <p className="mt-1 flex flex-wrap items-baseline gap-4">
        <ChooseFile
          words={brand.logo ? brand.logo.file.name : say.addLogo}
          label={say.logo}
          accept="image/png,image/jpeg,image/webp,image/svg+xml"
          onFiles={([file]) => {
            if (file) setLogo(file);
          }}
        />
        {brand.logo && (
          <button
            className="opt"
            onClick={() =>
              edit((b) => {
                b.logo = null;
              })
            }
          >
            {say.removeLogo}
          </button>
        )}
        {shop.brand && (
          <button
            className="opt"
            onClick={() =>
              void change('shop', 'shop', (s) => {
                s.brand = null;
              })
            }
          >
            {say.resetOriginalLook}
          </button>
        )}
      </p>
    </section>
  );
}
