import { TextFill } from '../Fill';
import { priceOption } from './option';
import { priceOptionsWords } from '#say/price/options';
const say = priceOptionsWords.wordsInstead;

/** Words where the number would stand on the page. */
export const wordsInstead = priceOption({
  name: say.option,
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
      {say.insteadAmountPageSays}{' '}
      <TextFill
        label={say.textOf(name)}
        placeholder={say.freeYouPayOnly}
        value={words}
        invalid={wrong === 'words'}
        onBlur={onBlur}
        onChange={(text) =>
          edit((p) => {
            p.words = text;
          })
        }
      />
      {say.checkoutShowsAmount}
    </>
  ),
});
