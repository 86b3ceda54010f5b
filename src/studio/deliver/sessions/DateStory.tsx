import { useState } from 'react';
import { Link } from 'react-router';
import { placeOfZone, timeInZones } from '#core/booking';
import { dateIn, formatTime, momentOfWall } from '#core/calendar';
import type { DateAct, DateStory as Story } from '../../../wire/classDates';
import { useActOnDateMutation, useDateQuery } from '../../data/bookedApi';
import { sentenceOf } from '../../data/ownerApi';
import { May, useMay } from '../../frame/May';
import { isWhen, WhenFill } from '../../price/WhenFill';
import { seatsSaid } from './inWords';
import { deliverSessionsWords } from '#say/deliver/sessions';
const say = deliverSessionsWords.dateStory;

const STANDS = { booked: '', held: say.attended, missed: say.noShow };
const LEFT = { member: say.cancelledMember, seller: say.cancelled, access: say.cancelledBecauseAccessEnded };

/** One date of a class: who has a seat, what moving or calling it off would tell whom, and who was there. */
export function DateStory({ id, zone }: { id: string; zone: string }) {
  const { data, error } = useDateQuery(id, { pollingInterval: 60_000 });
  const [act, acting] = useActOnDateMutation();
  const [said, setSaid] = useState<{ text: string; wrong: boolean } | null>(null);
  if (!data) return error ? <p className="wrong">{sentenceOf(error)}</p> : null;
  const { date, now, people } = data;
  const sitting = people.filter(({ status }) => status !== 'called-off');
  const left = people.filter(({ status }) => status === 'called-off');
  const times = timeInZones(date, [zone, date.zone], { locale: 'en', to: 'to' });
  const go = (wanted: DateAct): void =>
    void act({ productId: date.productId, id, act: wanted })
      .unwrap()
      .then(
        ({ sentence }) => setSaid({ text: sentence, wrong: false }),
        (problem: unknown) => setSaid({ text: sentenceOf(problem), wrong: true }),
      );
  return (
    <>
      <h2 className="pr-6" dir="auto">
        {date.title}
      </h2>
      {times.map((time, i) => (
        <p key={time} className={i === 0 ? 'mt-2 font-semibold' : 'cap'}>
          {time}
        </p>
      ))}
      <p className="mt-1">
        {date.calledOff
          ? say.cancelled2
          : date.seats === null
            ? say.takenNoLimit(seatsSaid(date.taken))
            : say.ofTaken(date.taken, seatsSaid(date.seats))}
      </p>
      {date.join !== '' && !date.calledOff && (
        <p className="mt-1 break-words" dir="auto">
          {date.join}
        </p>
      )}
      {said && (
        <p className={`mt-2 ${said.wrong ? 'wrong' : ''}`} role={said.wrong ? 'alert' : 'status'}>
          {said.text}
        </p>
      )}
      {!date.calledOff && (
        <May right="answer">
          {date.until > now && <Acts key={date.from} story={data} disabled={acting.isLoading} onAct={go} />}
        </May>
      )}
      {date.until <= now && !date.calledOff && sitting.length > 0 ? (
        <Attendance
          key={sitting.map(({ status }) => status).join()}
          people={sitting}
          disabled={acting.isLoading}
          onAct={go}
        />
      ) : (
        <div className="sec mt-3">
          <h3>{say.attendees}</h3>
          {sitting.length === 0 && <p className="text-ink-2">{say.nobodyYet}</p>}
          <ul aria-label={say.attendees}>
            {sitting.map((one) => (
              <PersonRow key={one.sessionId} one={one} said={one.seats > 1 ? say.seats(one.seats) : ''} />
            ))}
          </ul>
        </div>
      )}
      {left.length > 0 && (
        <div className="sec">
          <h3>{say.formerAttendees}</h3>
          <ul>
            {left.map((one) => (
              <PersonRow key={one.sessionId} one={one} said={LEFT[one.by ?? 'seller']} />
            ))}
          </ul>
        </div>
      )}
    </>
  );
}

function PersonRow({ one, said }: { one: Story['people'][number]; said: string }) {
  return (
    <li className="flex justify-between gap-3 border-t border-line py-1.5">
      {one.personId === '' || one.name === '' ? (
        <span>{say.erasedCustomer}</span>
      ) : (
        <Link className="underline" to={`/deliver/people/${one.personId}`} dir="auto">
          {one.name}
        </Link>
      )}
      <span className="text-ink-2">{said}</span>
    </li>
  );
}

/** Moving and calling off: whom it tells and what it offers stands there before it is done. */
function Acts({ story, disabled, onAct }: { story: Story; disabled: boolean; onAct: (act: DateAct) => void }) {
  const { date, now, told } = story;
  const [open, setOpen] = useState<'move' | 'call-off' | null>(null);
  const [when, setWhen] = useState({ day: dateIn(date.from, date.zone), time: formatTime(date.from, date.zone, 'en') });
  const [otherDate, setOtherDate] = useState(true);
  const [money, setMoney] = useState(true);
  const may = useMay();
  const offers = { otherDate, money: money && may('give-back') };
  return (
    <div className="sec mt-3">
      <p className="flex flex-wrap gap-x-5">
        {date.from > now && (
          <button className="opt" onClick={() => setOpen(open === 'move' ? null : 'move')}>
            {say.move}
          </button>
        )}
        <button className="opt" onClick={() => setOpen(open === 'call-off' ? null : 'call-off')}>
          {say.cancelDate}
        </button>
      </p>
      {open !== null && (
        <div className="mt-3 border-l-[3px] border-ink pl-3">
          {open === 'move' && (
            <p className="sentence !text-base">
              {say.moveItTo} <WhenFill value={when} step={300} onChange={setWhen} /> {say.in(placeOfZone(date.zone))}
            </p>
          )}
          <p className="mt-1">{toldSaid(told, open)}</p>
          {told.people > 0 && (
            <>
              <p className="mt-2">{say.ifNewTimeDoesn}</p>
              <label className="block">
                <input type="checkbox" checked={otherDate} onChange={(event) => setOtherDate(event.target.checked)} />{' '}
                {say.anotherDateFreeSeats}
              </label>
              <May right="give-back">
                <label className="block">
                  <input type="checkbox" checked={money} onChange={(event) => setMoney(event.target.checked)} />{' '}
                  {say.aRefund(moneySaid(told))}
                </label>
              </May>
            </>
          )}
          <button
            className="btn btn-primary mt-2"
            disabled={disabled || (open === 'move' && !isWhen(when))}
            onClick={() =>
              onAct(
                open === 'move'
                  ? { act: 'move', from: momentOfWall(`${when.day}T${when.time}:00.000`, date.zone), offers }
                  : { act: 'call-off', offers },
              )
            }
          >
            {open === 'move' ? say.move2 : say.cancelDate2}
          </button>
        </div>
      )}
    </div>
  );
}

function toldSaid({ people, seats }: Story['told'], act: 'move' | 'call-off'): string {
  if (people === 0) return say.nobodyHasSeatSo;
  const who = people === 1 ? say.person : say.people(people);
  const many = seats === people ? '' : say.withSeats(seats);
  return act === 'move' ? say.emailFileMovesDate(who, many, people) : say.emailFileRemovesDate(who, many, people);
}

function moneySaid({ people, money }: Story['told']): string {
  const rest = people - money;
  if (rest <= 0) return say.weRefundAsSoon;
  const others = rest === 1 ? say.other : say.others(rest);
  return money === 0 ? say.nobodyBoughtJustSingle : say.themOnePressBought(money, others);
}

/** Who was there, once it is over: everybody, but those who are taken out. */
function Attendance({
  people,
  disabled,
  onAct,
}: {
  people: Story['people'];
  disabled: boolean;
  onAct: (act: DateAct) => void;
}) {
  const [missed, setMissed] = useState(
    () => new Set(people.filter((p) => p.status === 'missed').map((p) => p.sessionId)),
  );
  const isMarked = people.every(({ status }) => status !== 'booked');
  return (
    <div className="sec mt-3">
      <h3>{say.attendance}</h3>
      <ul aria-label={say.attendance}>
        {people.map((one) => (
          <li key={one.sessionId} className="flex items-baseline gap-2 border-t border-line py-1.5">
            <label className="flex-1" dir="auto">
              <input
                type="checkbox"
                checked={!missed.has(one.sessionId)}
                onChange={(event) => {
                  const next = new Set(missed);
                  if (event.target.checked) next.delete(one.sessionId);
                  else next.add(one.sessionId);
                  setMissed(next);
                }}
              />{' '}
              {one.name || say.erasedCustomer}
            </label>
            <span className="text-ink-2">{one.status === 'called-off' ? '' : STANDS[one.status]}</span>
          </li>
        ))}
      </ul>
      <May right="answer">
        <button
          className={`btn mt-2 ${isMarked ? 'btn-quiet' : 'btn-primary'}`}
          disabled={disabled}
          onClick={() => onAct({ act: 'held', missed: [...missed] })}
        >
          {isMarked ? say.correctAttendance : say.saveAttendance}
        </button>
      </May>
    </div>
  );
}
