import { TextFill } from '../Fill';
import { priceOption } from './option';
import { priceOptionsWords } from '#say/price/options';
const say = priceOptionsWords.article;

/** The seller’s own number for it, on papers and in exports. */
export const article = priceOption({
  name: say.option,
  fits: () => true,
  of: (price) => price.article,
  add: (p) => {
    p.article = '';
  },
  remove: (p) => {
    p.article = null;
  },
  line: ({ name, edit, wrong, onBlur, value }) => (
    <>
      {say.articleNumberInvoicesLists}{' '}
      <TextFill
        label={say.numberOf(name)}
        placeholder="A-7"
        most={60}
        value={value}
        invalid={wrong === 'article'}
        onBlur={onBlur}
        onChange={(text) =>
          edit((p) => {
            p.article = text;
          })
        }
      />
      .
    </>
  ),
});
