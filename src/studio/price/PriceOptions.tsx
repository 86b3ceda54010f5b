import type { DraftAccess, DraftPrice, PricePart } from '#core/catalogue';
import { usePriceSold } from '../data/useSold';
import { ChoiceFill, DayFill, MoneyFill, OptionLine, TextFill } from './Fill';

export interface PriceParts {
  /** What the price is called in each control's name. */
  name: string;
  price: DraftPrice;
  currency: string;
  edit: (recipe: (price: DraftPrice) => void) => void;
  /** The part in which something is wrong, once it may be said. */
  wrong: PricePart | null;
  onBlur: () => void;
}

const ACCESS = [['forever', 'for good'], ['for', 'for a time'], ['until', 'until a day']] as const;
const UNITS: readonly (readonly [DraftAccess['unit'], string])[] = [['day', 'days'], ['week', 'weeks'], ['month', 'months'], ['year', 'years']];

/** When it opens and how long it stays open: true of every price, so always said. */
export function AccessLine({ name, price, edit, wrong, onBlur }: PriceParts) {
  const { access } = price;
  return (
    <span className="block">
      It opens at once and stays open{' '}
      <ChoiceFill label={`${name}: how long it stays open`} value={access.kind} choices={ACCESS} onChange={(kind) => edit((p) => { p.access.kind = kind; })} />
      {access.kind === 'for' && (
        <>
          {': '}<TextFill numeric label={`${name}: how many ${access.unit}s it stays open`} value={access.count} invalid={wrong === 'access'} onBlur={onBlur} onChange={(text) => edit((p) => { p.access.count = text.slice(0, 6); })} />{' '}
          <ChoiceFill label={`${name}: days, weeks, months or years`} value={access.unit} choices={UNITS} onChange={(unit) => edit((p) => { p.access.unit = unit; })} />
        </>
      )}
      {access.kind === 'until' && <>{': the end of '}<DayFill label={`${name}: the last day it is open`} value={access.date} invalid={wrong === 'access'} onBlur={onBlur} onChange={(text) => edit((p) => { p.access.date = text; })} /></>}
      {'.'}
    </span>
  );
}

/** Every option in use, one below another in a fixed order. */
export function OptionLines({ name, price, currency, edit, wrong, onBlur }: PriceParts) {
  const { usual, words, limit, sale, cardStatement, terms } = price;
  return (
    <>
      {usual !== null && terms.kind === 'once' && (
        <OptionLine name="usual price" onRemove={() => edit((p) => { p.usual = null; })}>Shown beside the usual price <MoneyFill label={`${name}: usual price`} currency={currency} placeholder="90.00" value={usual} invalid={wrong === 'usual'} onBlur={onBlur} onChange={(text) => edit((p) => { p.usual = text; })} /> struck through.</OptionLine>
      )}
      {words !== null && (
        <OptionLine name="words in place of the number" onRemove={() => edit((p) => { p.words = null; })}>In place of the number the page says <TextFill label={`${name}: words in place of the number`} placeholder="free, you pay only …" value={words} invalid={wrong === 'words'} onBlur={onBlur} onChange={(text) => edit((p) => { p.words = text; })} />; at checkout the number stands.</OptionLine>
      )}
      {limit !== null && (
        <OptionLine name="limit" onRemove={() => edit((p) => { p.limit = null; })}>At most <TextFill numeric label={`${name}: how many can be sold`} placeholder="any number" value={limit.inAll} invalid={wrong === 'limit'} onBlur={onBlur} onChange={(text) => edit((p) => { if (p.limit) p.limit.inAll = text.slice(0, 10); })} /> sold, <TextFill numeric label={`${name}: how many to each buyer`} placeholder="any number" value={limit.each} invalid={wrong === 'limit'} onBlur={onBlur} onChange={(text) => edit((p) => { if (p.limit) p.limit.each = text.slice(0, 10); })} /> to each buyer. <SoldSoFar priceId={price.id} /></OptionLine>
      )}
      {sale !== null && (
        <OptionLine name="dates of sale" onRemove={() => edit((p) => { p.sale = null; })}>On sale from {sale.from === '' && 'now, or from '}<DayFill label={`${name}: first day of sale`} value={sale.from} invalid={wrong === 'sale'} onBlur={onBlur} onChange={(text) => edit((p) => { if (p.sale) p.sale.from = text; })} />, until {sale.until === '' && 'taken off, or until the end of '}<DayFill label={`${name}: last day of sale`} value={sale.until} invalid={wrong === 'sale'} onBlur={onBlur} onChange={(text) => edit((p) => { if (p.sale) p.sale.until = text; })} />.</OptionLine>
      )}
      {cardStatement !== null && (
        <OptionLine name="card statement" onRemove={() => edit((p) => { p.cardStatement = null; })}>The card statement reads <TextFill label={`${name}: card statement`} placeholder="YOUR NAME" most={40} value={cardStatement} invalid={wrong === 'cardStatement'} onBlur={onBlur} onChange={(text) => edit((p) => { p.cardStatement = text; })} /> <span className="cap">{cardStatement.length} of 22 letters</span></OptionLine>
      )}
    </>
  );
}

/** A limit counts from the first sale on, also those before it was set. */
function SoldSoFar({ priceId }: { priceId: string }) {
  const sold = usePriceSold(priceId);
  return sold === 0 ? null : <span className="cap">{sold.toLocaleString('en')} sold so far</span>;
}

/** Options not in use, in one line; never said as "no …". */
export function AddOptions({ name, price, edit }: PriceParts) {
  const paid = price.terms.kind !== 'free';
  const options: { name: string; shown: boolean; add: (p: DraftPrice) => void }[] = [
    { name: 'usual price', shown: paid && price.usual === null, add: (p) => { p.usual = ''; } },
    { name: 'words in place of the number', shown: price.words === null, add: (p) => { p.words = ''; } },
    { name: 'limit', shown: price.limit === null, add: (p) => { p.limit = { inAll: '', each: '' }; } },
    { name: 'dates', shown: price.sale === null, add: (p) => { p.sale = { from: '', until: '' }; } },
    { name: 'card statement', shown: paid && price.cardStatement === null, add: (p) => { p.cardStatement = ''; } },
  ];
  const shown = options.filter((o) => o.shown);
  if (shown.length === 0) return null;
  return <p className="cap">Add: {shown.map((option, i) => <span key={option.name}>{i > 0 && ' · '}<button className="opt" aria-label={`${name}: add ${option.name}`} onClick={() => edit(option.add)}>{option.name}</button></span>)}</p>;
}
