import { type Facts, type Run, say, type StatementPart, type Voice } from '../statementParts';

const OFTEN = { day: 'täglich', week: 'wöchentlich', month: 'monatlich', year: 'jährlich' };
const UNITS = { day: 'Tage', week: 'Wochen', month: 'Monate', year: 'Jahre' };

/** "monatlich", "alle 3 Monate". */
export const often = ({ count, unit }: Facts['every']): string =>
  count === 1 ? OFTEN[unit] : `alle ${count} ${UNITS[unit]}`;

// A sentence that begins with how often begins with a capital.
const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** The statement in German. */
export function statement(facts: Facts, { money, day, today }: Voice): StatementPart[] {
  const when = today ? 'Heute' : 'Am Tag des Kaufs';
  if (facts.open) {
    const { least, most } = facts.open;
    const bounds = most === null ? say`ab ${money(least)}` : say`von ${money(least)} bis ${money(most)}`;
    return [...say`${when} ein Betrag, den Sie nennen, `, ...bounds, ...say`, einmalig. Später nichts mehr.`];
  }
  if (facts.nothing) return say`Es ist nichts zu zahlen, weder jetzt noch später.`;
  if (facts.once && facts.today) {
    const { amount, sending } = facts.today;
    const of = sending > 0 ? say`, davon ${money(sending)} für den Versand` : [];
    return [...say`${when} ${money(amount)}`, ...of, ...say`, einmalig. Später nichts mehr.`];
  }
  const parts: StatementPart[] = [];
  if (facts.today) parts.push(...startOf(facts, facts.today));
  if (facts.creditTo !== null)
    parts.push(...say`Bis einschließlich ${day(facts.creditTo)} wird nichts abgebucht: Ihr Guthaben zahlt.`);
  facts.runs.forEach((run, i) =>
    parts.push(
      ...runOf(
        run,
        i === 0 && !facts.today && facts.creditTo === null ? '' : i === 0 ? ' Danach ' : ', dann ',
        i === 0,
      ),
    ),
  );
  if (facts.runs.length > 0) parts.push(...say`.`);
  if (facts.parcels) parts.push(...parcelsOf(facts.parcels));
  if (facts.inAll !== null) parts.push(...say` Insgesamt ${money(facts.inAll)}.`);
  if (facts.trial) parts.push(...say` Wer vor dem ${day(facts.trial.until)} kündigt, zahlt nichts weiter.`);
  else if (facts.canStop && facts.endsOn === null)
    parts.push(...say` Jederzeit kündbar zum Ende des bezahlten Zeitraums.`);
  if (facts.endsOn !== null) parts.push(...say` Endet am ${day(facts.endsOn)}.`);
  return parts;

  function parcelsOf({ count, sending }: NonNullable<Facts['parcels']>): StatementPart[] {
    const which = facts.trial ? 'In jeder dieser Zahlungen' : 'In jeder Zahlung';
    const what = count === 1 ? 'ist ein Paket' : `sind ${count} Pakete`;
    return sending === 0
      ? say` ${which} ${what} enthalten, ohne Versandkosten.`
      : say` ${which} ${what} enthalten, mit ${money(sending)} für den Versand.`;
  }

  function startOf(
    { trial, setUpLabel }: Facts,
    { amount, fee, setUp, sending }: NonNullable<Facts['today']>,
  ): StatementPart[] {
    const one = trial?.days === 1;
    const days = one ? 'den ersten Tag' : `die ersten ${trial?.days ?? 0} Tage`;
    const free =
      trial && fee === 0
        ? say`${one ? 'der erste Tag ist kostenlos' : `die ersten ${trial.days} Tage sind kostenlos`}`
        : [];
    const pieces = [
      ...(trial && fee > 0 ? [say`${money(fee)} für ${days}`] : []),
      ...(setUp > 0 ? [say`${money(setUp)} für ${setUpLabel}`] : []),
      ...(sending > 0 ? [say`${money(sending)} für den Versand`] : []),
    ];
    const listed = pieces.flatMap((piece, i) => (i === 0 ? piece : [...say` und `, ...piece]));
    if (!trial)
      return pieces.length > 0
        ? [...say`${when} ${money(amount)}, davon `, ...listed, ...say`.`]
        : say`${when} ${money(amount)}.`;
    if (amount === 0) return [...say`${when} nichts: `, ...free, ...say`.`];
    const what = pieces.length > 1 ? [...say`${money(amount)}: `, ...listed] : listed;
    return [...say`${when} `, ...what, ...(free.length > 0 ? [...say`; `, ...free] : []), ...say`.`];
  }

  function runOf(run: Run, before: string, first: boolean): StatementPart[] {
    const repeats = often(facts.every);
    const setUp = first && facts.setUpLater > 0 ? say`, davon ${money(facts.setUpLater)} für ${facts.setUpLabel}` : [];
    if (run.count === null)
      return [
        ...say`${before}${before === '' ? capital(repeats) : repeats} ${money(run.amount)} ab dem ${day(run.first)}, bis zur Kündigung`,
        ...setUp,
      ];
    if (run.count === 1) return [...say`${before}${money(run.amount)} am ${day(run.first)}`, ...setUp];
    return [
      ...say`${before}${run.count} Zahlungen von ${money(run.amount)}, ${repeats} ab dem ${day(run.first)}, die letzte am ${day(run.last)}`,
      ...setUp,
    ];
  }
}
