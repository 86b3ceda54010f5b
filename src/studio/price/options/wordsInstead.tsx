import { TextFill } from '../Fill';
import { priceOption } from './option';

/** Words where the number would stand on the page. */
export const wordsInstead = priceOption({
  name: 'words in place of the number',
  fits: () => true,
  of: (price) => price.words,
  add: (p) => {
    p.words = '';
  },
  remove: (p) => {
    p.words = null;
  },
  line: ({ name, edit, wrong, onBlur, value: words }) => (
    <>
      In place of the number the page says{' '}
      <TextFill
        label={`${name}: words in place of the number`}
        placeholder="free, you pay only …"
        value={words}
        invalid={wrong === 'words'}
        onBlur={onBlur}
        onChange={(text) =>
          edit((p) => {
            p.words = text;
          })
        }
      />
      ; at checkout the number stands.
    </>
  ),
});
