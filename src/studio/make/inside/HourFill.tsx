import { ChoiceFill } from '../../price/Fill';
import { makeInsideWords } from '#say/make/inside';
const say = makeInsideWords.hourFill;

const HOURS = ['', '06:00', '07:00', '08:00', '09:00', '12:00', '18:00'];

/** At which hour of the shop's day parts open, as a part of a sentence; nothing where no day comes into it. */
export function HourFill({
  hour,
  shown,
  onChange,
}: {
  hour: string | null;
  shown: boolean;
  onChange: (hour: string | null) => void;
}) {
  if (!shown) return null;
  return (
    <>
      {say.at}{' '}
      <ChoiceFill
        label={say.whichHourPartsUnlock}
        value={hour ?? ''}
        choices={[...new Set([...HOURS, hour ?? ''])].map((at) => [at, at || '00:00'] as const)}
        onChange={(at) => onChange(at === '' ? null : at)}
      />
    </>
  );
}
