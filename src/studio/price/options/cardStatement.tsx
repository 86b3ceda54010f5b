import { TextFill } from '../Fill';
import { priceOption } from './option';
import { priceOptionsWords } from '#say/price/options';
const say = priceOptionsWords.cardStatement;

/** What stands on the buyer’s card statement. */
export const cardStatement = priceOption({
  name: say.cardStatement,
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
      {say.cardStatementReads}{' '}
      <TextFill
        label={say.cardStatement2(name)}
        placeholder={say.example}
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
      <span className="cap">{say.ofLetters(cardStatement.length)}</span>
    </>
  ),
});
