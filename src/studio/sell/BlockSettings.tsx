import { ChooseFile } from '../frame/ChooseFile';
import { type Block, blockName } from '#core/pages';
import type { Path } from '#core/paths';
import type { PageId } from '#core/ids';
import { change } from '../data/draft';
import { ChoiceFill, TextFill } from '../price/Fill';

import { ButtonLeads } from './ButtonLeads';
import { LinksSettings, ShelfSettings } from './FrontSettings';
import { setBlockPicture } from '../make/uploads';

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
          {block.kind === 'picture' ? 'The picture' : 'The face beside the words'} is{' '}
          <ChooseFile
            words={block.file ? block.file.name : 'not chosen yet: choose one'}
            label="Picture"
            accept="image/png,image/jpeg,image/webp,image/gif,image/svg+xml"
            onFiles={([file]) => {
              if (file) setBlockPicture(pageId, block.id, file);
            }}
          />
          {block.file && (
            <>
              , and shows{' '}
              <TextFill
                label="The picture in words"
                placeholder="what is on it, in words"
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
          A{' '}
          <ChoiceFill
            label="How much space"
            value={block.size}
            choices={[
              ['small', 'small'],
              ['large', 'large'],
            ]}
            onChange={(size) =>
              set('spacer', (b) => {
                b.size = size;
              })
            }
          />{' '}
          space.
        </span>
      );
    case 'offer':
      return (
        <span>
          <ButtonLeads path={path} pageId={pageId} block={block} />. The prices are read from the offer:{' '}
          <a className="opt" href={`/studio/price/${path.offerId}`}>
            change them there
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
          Each button says{' '}
          <TextFill
            label="Words on each button"
            placeholder="Choose this"
            most={60}
            value={block.button}
            onChange={(text) =>
              set('chooser', (b) => {
                b.button = text;
              })
            }
          />{' '}
          and leads to the checkout with that price chosen.{' '}
          <a className="opt" href={`/studio/price/${path.offerId}`}>
            Change the prices
          </a>
        </span>
      );
    case 'checkout':
      return (
        <span>
          The button says{' '}
          <TextFill
            label="Words on the button"
            placeholder="Pay €… now"
            most={60}
            value={block.button}
            onChange={(text) =>
              set('checkout', (b) => {
                b.button = text;
              })
            }
          />
          , and under it{' '}
          <TextFill
            label="Note under the button"
            placeholder="nothing more"
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
        Add a {one}
      </button>
      {count > 1 && (
        <>
          ,{' '}
          <button className="opt" onClick={onRemove}>
            take the last out
          </button>
        </>
      )}
      .
    </span>
  );
}
