import { useState } from 'react';
import type { SessionsOfDays } from '../../../wire/booking';
import { usePutBusyMutation } from '../../data/bookedApi';
import { sentenceOf } from '../../data/ownerApi';
import { ChooseFile } from '../../frame/ChooseFile';
import { deliverSessionsWords } from '#say/deliver/sessions';
const say = deliverSessionsWords.busyTimes;

/** What is in the seller's way, read from a calendar file here: when, and nothing of what. */
export function BusyTimes({ of, zone }: { of: SessionsOfDays; zone: string }) {
  const [put, putting] = usePutBusyMutation();
  const [said, setSaid] = useState<{ text: string; wrong: boolean } | null>(null);

  async function take(file: File): Promise<void> {
    const { readCalendar } = await import('../../data/readCalendar');
    const found = readCalendar(await file.text(), { now: of.now, zone });
    if (!found) return setSaid({ text: say.notCalendarFileNothing(file.name), wrong: true });
    try {
      await put({ name: file.name, stretches: found.stretches }).unwrap();
      const parts = [
        say.entriesEntryWasEntries(found.entries, found.stretches.length),
        ...(found.unread > 0 ? [say.couldNotReadNot(found.unread)] : []),
        ...(found.otherZones > 0 ? [say.unknownTimeZoneWere(found.otherZones)] : []),
      ];
      setSaid({ text: parts.join(' '), wrong: false });
    } catch (error) {
      setSaid({ text: sentenceOf(error), wrong: true });
    }
  }

  return (
    <section className="sec mt-6">
      <h3>{say.whenYouBusy}</h3>
      <p className="mt-1">
        {of.busyName === '' ? (
          say.dropCalendarFileHere
        ) : (
          <>
            {say.from} <b dir="auto">{of.busyName}</b>
            {of.busy.length > 0 && <>{say.countOnceTimesWeek(of.busy.length)}</>}.
          </>
        )}{' '}
        {say.weStoreWhenYou}
      </p>
      <p className="mt-2 flex flex-wrap items-center gap-4">
        <ChooseFile
          button
          label={say.calendarFileYourOwn}
          words={of.busyName === '' ? say.chooseCalendarFile : say.replaceAnotherFile}
          accept=".ics,text/calendar"
          onFiles={([file]) => file && void take(file)}
        />
        {of.busyName !== '' && (
          <button
            className="opt"
            disabled={putting.isLoading}
            onClick={() =>
              void put({ name: '', stretches: [] })
                .unwrap()
                .then(() => setSaid(null))
            }
          >
            {say.removeIt}
          </button>
        )}
      </p>
      {said && (
        <p className={said.wrong ? 'wrong' : ''} role={said.wrong ? 'alert' : 'status'}>
          {said.text}
        </p>
      )}
    </section>
  );
}
