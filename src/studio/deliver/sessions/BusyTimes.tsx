import { useState } from 'react';
import type { SessionsOfDays } from '../../../wire/booking';
import { usePutBusyMutation } from '../../data/bookedApi';
import { sentenceOf } from '../../data/ownerApi';
import { ChooseFile } from '../../frame/ChooseFile';

/** What is in the seller's way, read from a calendar file here: when, and nothing of what. */
export function BusyTimes({ of, zone }: { of: SessionsOfDays; zone: string }) {
  const [put, putting] = usePutBusyMutation();
  const [said, setSaid] = useState<{ text: string; wrong: boolean } | null>(null);

  async function take(file: File): Promise<void> {
    const { readCalendar } = await import('../../data/readCalendar');
    const found = readCalendar(await file.text(), { now: of.now, zone });
    if (!found) return setSaid({ text: `“${file.name}” is not a calendar file. Nothing was changed.`, wrong: true });
    try {
      await put({ name: file.name, stretches: found.stretches }).unwrap();
      const parts = [
        `${found.entries === 1 ? '1 entry was' : `${found.entries} entries were`} read: you are busy ${found.stretches.length} times in the year ahead, and nothing is booked then.`,
        ...(found.unread > 0
          ? [`${found.unread} could not be read and ${found.unread === 1 ? 'keeps' : 'keep'} no time free.`]
          : []),
        ...(found.otherZones > 0
          ? [`${found.otherZones} in a zone that is not known here were read on the shop’s clock.`]
          : []),
      ];
      setSaid({ text: parts.join(' '), wrong: false });
    } catch (error) {
      setSaid({ text: sentenceOf(error), wrong: true });
    }
  }

  return (
    <section className="sec mt-6">
      <h3>When you have something else to do</h3>
      <p className="mt-1">
        {of.busyName === '' ? (
          'Drop in a calendar file, and nothing is booked at those times.'
        ) : (
          <>
            From <b dir="auto">{of.busyName}</b>
            {of.busy.length > 0 && <>: {of.busy.length === 1 ? 'once' : `${of.busy.length} times`} in this week</>}.
          </>
        )}{' '}
        Only when is kept, nothing of what.
      </p>
      <p className="mt-2 flex flex-wrap items-center gap-4">
        <ChooseFile
          button
          label="A calendar file with your own times"
          words={of.busyName === '' ? 'Choose a calendar file' : 'Another file in its place'}
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
            Take it away
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
