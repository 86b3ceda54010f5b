import type { StepId } from '#core/ids';
import type { Extra, Path } from '#core/paths';
import type { Draft } from '../../data/draft';
import { ChoiceFill, TextFill } from '../../price/Fill';
import { ForFew } from './ForFew';
import { PriceChoice } from './PriceChoice';

/** One extra as a sentence: what it is, its words, how much it stands out. */
export function ExtraSentence({
  draft,
  path,
  name,
  step,
  extra,
  onChange,
}: {
  draft: Draft;
  path: Path;
  /** What its controls are called by: "Extra 1". */
  name: string;
  /** The checkout that it stands at; null in another design, where no price is for few. */
  step: StepId | null;
  extra: Extra;
  onChange: (part: Partial<Extra>) => void;
}) {
  return (
    <p>
      <PriceChoice
        draft={draft}
        offerId={path.offerId}
        label={`${name}: what it is`}
        value={extra}
        none="choose"
        onChange={(named) => onChange(named)}
      />
      , said as{' '}
      <TextFill
        label={`${name}: heading`}
        placeholder="its own title"
        most={200}
        value={extra.heading}
        onChange={(heading) => onChange({ heading })}
      />
      , with{' '}
      <TextFill
        label={`${name}: text`}
        placeholder="its promise"
        most={600}
        value={extra.text}
        onChange={(text) => onChange({ text })}
      />
      , and stands out{' '}
      <ChoiceFill
        label={`${name}: how it stands out`}
        value={extra.strength}
        choices={[
          ['quiet', 'quietly'],
          ['clear', 'clearly'],
          ['loud', 'loudly'],
        ]}
        onChange={(strength) => onChange({ strength })}
      />
      . It is added by{' '}
      <ChoiceFill
        label={`${name}: how it is added`}
        value={extra.look ?? 'button'}
        choices={[
          ['button', 'a button'],
          ['tick', 'a tick'],
          ['switch', 'a switch'],
        ]}
        onChange={(look) => onChange({ look })}
      />
      , stands{' '}
      <ChoiceFill
        label={`${name}: where it stands`}
        value={extra.place ?? 'above'}
        choices={[
          ['above', 'above the button that pays'],
          ['beside', 'beside the sums'],
        ]}
        onChange={(place) => onChange({ place })}
      />{' '}
      and shows{' '}
      <ChoiceFill
        label={`${name}: picture`}
        value={extra.picture ? 'yes' : 'no'}
        choices={[
          ['no', 'no picture'],
          ['yes', 'the picture of what it opens'],
        ]}
        onChange={(shown) => onChange({ picture: shown === 'yes' })}
      />
      .
      {step !== null && (
        <ForFew
          draft={draft}
          price={extra}
          at={{ kind: 'step', step }}
          where="here"
          onMade={(priceId) => onChange({ priceId })}
        />
      )}
    </p>
  );
}
