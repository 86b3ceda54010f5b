import { TextFill } from '../Fill';
import { priceOption } from './option';

/** The seller’s own number for it, on papers and in exports. */
export const article = priceOption({
  name: 'article number',
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
      On papers and in lists it is article{' '}
      <TextFill
        label={`${name}: article number`}
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
