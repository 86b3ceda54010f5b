import { ChooseFile } from '../frame/ChooseFile';
import { type Brand, contrastRatio, DEFAULT_BRAND, PAPER, readable, type ShopDetails } from '#core/catalogue';
import { change } from '../data/draft';
import { setLogo } from '../make/uploads';
import { ChoiceFill } from '../price/Fill';

const TYPES = [
  ['clear', 'a drawn heading and a plain text'],
  ['plain', 'one plain type'],
  ['strong', 'one drawn type'],
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
      <h3>Brand</h3>
      <p className="sentence">
        Buyers’ pages have headings and buttons in {colour('main', 'Colour of headings and buttons')}, what opens in{' '}
        {colour('second', 'Colour of what opens')}, and are set in{' '}
        <ChoiceFill
          label="Type of buyers’ pages"
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
          {brand[name]} is too pale to be read on these pages ({contrastRatio(brand[name], PAPER).toFixed(1)} to 1, and
          4.5 is needed), so {readable(brand[name])} stands there instead.
        </p>
      ))}
      <p className="mt-1 flex flex-wrap items-baseline gap-4">
        <ChooseFile
          words={brand.logo ? brand.logo.file.name : 'Add a logo'}
          label="Logo"
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
            Remove the logo
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
            As it was at first
          </button>
        )}
      </p>
    </section>
  );
}
