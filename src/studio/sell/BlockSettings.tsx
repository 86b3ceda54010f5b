import { ChooseFile } from '../frame/ChooseFile';
import { type Block, blockName } from '#core/pages';
import type { Path } from '#core/paths';
import type { PageId } from '#core/ids';
import { change } from '../data/draft';
import { ChoiceFill, TextFill } from '../price/Fill';

import { ButtonLeads } from './ButtonLeads';
import { LinksSettings, ShelfSettings } from './FrontSettings';
import { setBlockPicture } from '../make/uploads';
import { sellWords } from '#say/sell';
const say = sellWords.blockSettings;

interface Props {
  path: Path;
  pageId: PageId;
  block: Block;
}

/** What can be set of a block, as a sentence under it. Words of the block itself are edited in their place. */
export function BlockSettings({ path, pageId, block }: Props) {
  const set = <K extends Block['kind']>(kind: K, recipe: (b: Extract<Block, { kind: K }>) => void): void =>
    void change('page', pageId, (p) => {
      const found = p.blocks.find((b) => b.id === block.id);
      if (found?.kind === kind) recipe(found as Extract<Block, { kind: K }>);
    });
  switch (block.kind) {
    case 'picture':
    case 'maker':
      return (
        <span>
          {say.is(block.kind)}{' '}
          <ChooseFile
            words={block.file ? block.file.name : say.notChosenYetChoose}
            label={say.picture}
            accept="image/png,image/jpeg,image/webp,image/gif,image/svg+xml"
            onFiles={([file]) => {
              if (file) setBlockPicture(pageId, block.id, file);
            }}
          />
          {block.file && (
            <>
              {say.andShows}{' '}
              <TextFill
                label={say.pictureDescription}
                placeholder={say.describePeopleWhoCannot}
                most={300}
                value={block.alt}
                onChange={(text) =>
                  set(block.kind, (b) => {
                    b.alt = text;
                  })
                }
              />
            </>
          )}
          .
        </span>
      );
    case 'questions':
      return (
        <Rows
          count={block.items.length}
          one="question"
          onAdd={() =>
            set('questions', (b) => {
              b.items.push({ question: '', answer: '' });
            })
          }
          onRemove={() =>
            set('questions', (b) => {
              b.items.pop();
            })
          }
        />
      );
    case 'benefits':
      return (
        <Rows
          count={block.items.length}
          one="line"
          onAdd={() =>
            set('benefits', (b) => {
              b.items.push('');
            })
          }
          onRemove={() =>
            set('benefits', (b) => {
              b.items.pop();
            })
          }
        />
      );
    case 'spacer':
      return (
        <span>
          {say.a}{' '}
          <ChoiceFill
            label={say.howMuchSpace}
            value={block.size}
            choices={[
              ['small', say.small],
              ['large', say.large],
            ]}
            onChange={(size) =>
              set('spacer', (b) => {
                b.size = size;
              })
            }
          />{' '}
          {say.space}
        </span>
      );
    case 'offer':
      return (
        <span>
          <ButtonLeads path={path} pageId={pageId} block={block} />
          {say.pricesComeFromOffer}{' '}
          <a className="opt" href={`/studio/price/${path.offerId}`}>
            {say.changeThemThere}
          </a>
          .
        </span>
      );
    case 'shelf':
      return <ShelfSettings block={block} set={(recipe) => set('shelf', recipe)} />;
    case 'links':
      return <LinksSettings block={block} set={(recipe) => set('links', recipe)} />;
    case 'onward':
      return (
        <span>
          <ButtonLeads path={path} pageId={pageId} block={block} />.
        </span>
      );
    case 'chooser':
      return (
        <span>
          {say.eachButtonSays}{' '}
          <TextFill
            label={say.wordsEachButton}
            placeholder={say.chooseThis}
            most={60}
            value={block.button}
            onChange={(text) =>
              set('chooser', (b) => {
                b.button = text;
              })
            }
          />{' '}
          {say.leadsCheckoutPriceChosen}{' '}
          <a className="opt" href={`/studio/price/${path.offerId}`}>
            {say.changePrices}
          </a>
        </span>
      );
    case 'checkout':
      return (
        <span>
          {say.buttonSays}{' '}
          <TextFill
            label={say.wordsButton}
            placeholder={say.payNow}
            most={60}
            value={block.button}
            onChange={(text) =>
              set('checkout', (b) => {
                b.button = text;
              })
            }
          />
          {say.andUnderIt}{' '}
          <TextFill
            label={say.noteUnderButton}
            placeholder={say.nothingElse}
            most={300}
            value={block.note}
            onChange={(text) =>
              set('checkout', (b) => {
                b.note = text;
              })
            }
          />
          .
        </span>
      );
    default:
      return <span>{blockName(block.kind)}</span>;
  }
}

function Rows({
  count,
  one,
  onAdd,
  onRemove,
}: {
  count: number;
  one: string;
  onAdd: () => void;
  onRemove: () => void;
}) {
  return (
    <span>
      {count === 1 ? `1 ${one}` : `${count} ${one}s`}:{' '}
      <button className="opt" onClick={onAdd}>
        {say.addA(one)}
      </button>
      {count > 1 && (
        <>
          ,{' '}
          <button className="opt" onClick={onRemove}>
            {say.removeLastOne}
          </button>
        </>
      )}
      .
    </span>
  );
}
