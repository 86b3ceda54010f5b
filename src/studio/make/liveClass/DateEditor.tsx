import { Link } from 'react-router';
import { type DateStanding, timeInZone } from '#core/booking';
import { dateIn } from '#core/calendar';
import { type ClassDate, describeBytes, linkProblem } from '#core/catalogue';
import { newId } from '../../data/ids';
import { sessionsLink } from '../../deliver/links';
import { ChooseFile } from '../../frame/ChooseFile';
import { ChoiceFill, CountFill, DayFill } from '../../price/Fill';
import { zones } from '../../shop/choices';
import { NameOnIt } from '../inside/NameOnIt';
import { takeIn } from '../uploads';
import { makeLiveClassWords } from '#say/make/liveClass';
const say = makeLiveClassWords.dateEditor;

interface Props {
  date: ClassDate;
  n: number;
  /** Whether PDFs are to bear their buyer's name. */
  named: boolean;
  /** As it stands once it is published: somebody may have a seat, so it is moved by an act, and not edited. */
  stands: Pick<DateStanding, 'from' | 'until' | 'calledOff'> | undefined;
  edit: (recipe: (date: ClassDate) => void) => void;
  onRemove: () => void;
}

/** One date: when, how long, for how many, how to join it, and afterwards its recording. */
export function DateEditor({ date, n, named, stands, edit, onRemove }: Props) {
  const [day = '', time = ''] = date.begins.split('T');
  return (
    <li className="border-t border-line py-3" data-date={date.id}>
      <p className="sentence">
        {stands ? (
          <b className={`font-semibold ${stands.calledOff ? 'line-through' : ''}`}>
            {timeInZone(stands, date.zone, { locale: 'en', to: 'to' })}
          </b>
        ) : (
          <>
            {say.on}{' '}
            <DayFill
              label={say.dateDay(n)}
              value={day}
              onChange={(next) => {
                if (/^[12]\d{3}-\d\d-\d\d$/.test(next)) edit((it) => (it.begins = `${next}T${time}`));
              }}
            />{' '}
            {say.at}{' '}
            <input
              className="fill"
              type="time"
              step={300}
              aria-label={say.dateTime(n)}
              value={time}
              onChange={(event) => {
                const next = event.target.value;
                // Half typed it is nothing yet, and the last good one stays.
                if (/^\d\d:\d\d$/.test(next)) edit((it) => (it.begins = `${day}T${next}`));
              }}
            />{' '}
            {say.in}{' '}
            <select
              className="fill"
              aria-label={say.dateZone(n)}
              value={date.zone}
              onChange={(event) => edit((it) => (it.zone = event.target.value))}
            >
              {zones.map((zone) => (
                <option key={zone} value={zone}>
                  {zone.replaceAll('_', ' ')}
                </option>
              ))}
            </select>
          </>
        )}
        {!stands && (
          <>
            {say.for}{' '}
            <CountFill
              label={say.dateMinutes(n)}
              value={date.minutes}
              from={5}
              to={1_440}
              onChange={(minutes) => edit((it) => (it.minutes = minutes))}
            />{' '}
            {say.minutes}
          </>
        )}
        {say.with}{' '}
        <ChoiceFill
          label={say.dateWhetherSeatsCounted(n)}
          value={date.seats === null ? 'any' : 'some'}
          choices={[
            ['some', say.roomFor],
            ['any', say.roomEverybody],
          ]}
          onChange={(which) => edit((it) => (it.seats = which === 'any' ? null : 20))}
        />
        {date.seats !== null && (
          <>
            {' '}
            <CountFill
              label={say.dateSeats(n)}
              value={date.seats}
              from={1}
              to={100_000}
              onChange={(seats) => edit((it) => (it.seats = seats))}
            />
          </>
        )}
        {say.howJoin}{' '}
        <input
          className="fill min-w-64"
          aria-label={say.dateHowJoin(n)}
          placeholder={say.httpsAddress}
          dir="auto"
          value={date.join}
          onChange={(event) => edit((it) => (it.join = event.target.value.slice(0, 500)))}
        />
        {say.shownAttendeesHalfHour}
      </p>
      <Recording date={date} n={n} named={named} edit={edit} />
      <p className="cap mt-1">
        {stands?.calledOff ? (
          say.cancelledAllAttendeesWere
        ) : stands ? (
          <>
            {say.publishedPeopleMayHave}{' '}
            <Link className="underline" to={sessionsLink(dateIn(stands.from, date.zone), date.id)}>
              {say.moveCancelDeliver}
            </Link>
            {say.whichNotifiesThem}
          </>
        ) : (
          <button className="opt" aria-label={say.removeDate(n)} onClick={onRemove}>
            {say.remove}
          </button>
        )}
      </p>
    </li>
  );
}

/** What was kept of it: files, and what is held elsewhere. */
function Recording({ date, n, named, edit }: Pick<Props, 'date' | 'n' | 'named' | 'edit'>) {
  const { files, links } = date.recording;
  return (
    <>
      {files.map((file) => (
        <div key={file.id} className="mt-1 flex flex-wrap items-baseline gap-x-3">
          <span className="min-w-40 flex-1 break-words" dir="auto">
            {file.name} <span className="cap">{describeBytes(file.bytes)}</span>
          </span>
          <button
            className="opt"
            aria-label={say.remove2(file.name)}
            onClick={() => edit((it) => (it.recording.files = it.recording.files.filter(({ id }) => id !== file.id)))}
          >
            {say.remove}
          </button>
          <NameOnIt file={file} named={named} />
        </div>
      ))}
      {links.map((link, i) => {
        const problem = link.url === '' ? null : linkProblem(link);
        return (
          <div key={link.id}>
            <p className="sentence">
              {say.linkRecording}{' '}
              <input
                className="fill"
                aria-label={say.dateAddressItsRecording(n)}
                placeholder="https://"
                aria-invalid={problem !== null}
                value={link.url}
                onChange={(event) =>
                  edit((it) => {
                    const found = it.recording.links[i];
                    if (found) found.url = event.target.value.slice(0, 2_000);
                  })
                }
              />
              .{' '}
              <button
                className="opt"
                aria-label={say.dateRemoveLinkRecording(n)}
                onClick={() => edit((it) => void it.recording.links.splice(i, 1))}
              >
                {say.remove3}
              </button>
            </p>
            {problem !== null && <p className="wrong">{problem}</p>}
          </div>
        );
      })}
      <p className="mt-1 flex flex-wrap gap-x-5">
        <ChooseFile
          words={say.addRecording}
          label={say.dateAddRecording(n)}
          several
          onFiles={(chosen) => {
            for (const file of chosen)
              void takeIn(file, async (ref) => edit((it) => void it.recording.files.push(ref)));
          }}
        />
        {links.length === 0 && (
          <button
            className="opt"
            aria-label={say.linkRecordingDate(n)}
            onClick={() => edit((it) => void it.recording.links.push({ id: newId('l'), title: '', url: '' }))}
          >
            {say.linkRecording2}
          </button>
        )}
      </p>
    </>
  );
}
