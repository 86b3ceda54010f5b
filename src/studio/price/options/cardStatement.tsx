import { TextFill } from '../Fill';
import { priceOption } from './option';

/** What stands on the buyer’s card statement. */
export const cardStatement = priceOption({
  name: 'card statement',
  fits: ({ terms }) => terms.kind !== 'free',
  of: (price) => price.cardStatement,
  add: (p) => {
    p.cardStatement = '';
  },
  remove: (p) => {
    p.cardStatement = null;
  },
  line: ({ name, edit, wrong, onBlur, value: cardStatement }) => (
    <>
      The card statement reads{' '}
      <TextFill
        label={`${name}: card statement`}
        placeholder="YOUR NAME"
        most={40}
        value={cardStatement}
        invalid={wrong === 'cardStatement'}
        onBlur={onBlur}
        onChange={(text) =>
          edit((p) => {
            p.cardStatement = text;
          })
        }
      />{' '}
      <span className="cap">{cardStatement.length} of 22 letters</span>
    </>
  ),
});
