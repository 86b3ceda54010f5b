import type { StepId } from '#core/ids';
import type { Extra, Path } from '#core/paths';
import type { Draft } from '../../data/draft';
import { ChoiceFill, TextFill } from '../../price/Fill';
import { ForFew } from './ForFew';
import { PriceChoice } from './PriceChoice';
import { sellPathWords } from '#say/sell/path';
const say = sellPathWords.extraSentence;

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
        label={say.whatItIs(name)}
        value={extra}
        none={say.chooseOne}
        onChange={(named) => onChange(named)}
      />
      {say.headed}{' '}
      <TextFill
        label={say.heading(name)}
        placeholder={say.itsOwnTitle}
        most={200}
        value={extra.heading}
        onChange={(heading) => onChange({ heading })}
      />
      {say.withTheText}{' '}
      <TextFill
        label={say.textOf(name)}
        placeholder={say.itsShortDescription}
        most={600}
        value={extra.text}
        onChange={(text) => onChange({ text })}
      />
      {say.withThisEmphasis}{' '}
      <ChoiceFill
        label={say.emphasis(name)}
        value={extra.strength}
        choices={[
          ['quiet', say.quiet],
          ['clear', say.clear],
          ['loud', say.strong],
        ]}
        onChange={(strength) => onChange({ strength })}
      />
      {say.itIsAddedWith}{' '}
      <ChoiceFill
        label={say.howAdded(name)}
        value={extra.look ?? 'button'}
        choices={[
          ['button', say.aButton],
          ['tick', say.aCheckbox],
          ['switch', say.aSwitch],
        ]}
        onChange={(look) => onChange({ look })}
      />
      {say.stands}{' '}
      <ChoiceFill
        label={say.whereStands(name)}
        value={extra.place ?? 'above'}
        choices={[
          ['above', say.abovePayButton],
          ['beside', say.besideOrderTotal],
        ]}
        onChange={(place) => onChange({ place })}
      />{' '}
      {say.andShows}{' '}
      <ChoiceFill
        label={say.picture(name)}
        value={extra.picture ? 'yes' : 'no'}
        choices={[
          ['no', say.noPicture],
          ['yes', say.pictureWhatOpens],
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
