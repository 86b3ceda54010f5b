import { addMs, DAY, type Instant } from '#core/calendar';
import { type Course } from '#core/catalogue';
import type { ReleaseContent } from '#core/release';
import type { Quiz } from '#core/quiz';
import { Buyer } from './clients';
import { inventedPerson, LEARNER_FIRST } from './people';
import type { Random } from './random';

/** Somebody who learns: when they join, and in which weeks they sit down to it. */
export interface Learner {
  joins: Instant;
  /** Pays in two parts. */
  inParts: boolean;
  card: string;
  /** How many of each week's lessons they do when they come; the last time they may stop in the middle. */
  comes: { at: Instant; week: number; lessons: number }[];
}

const HOW_MANY = 200;
const WEEKS_BACK = 17;
const WEEKS = 6;

/** Who came to the course, in every state it can be in on a day: done, on the way, stopped, never begun, behind. */
export function inventedLearners(today: Instant, dice: Random, cards: { good: string; later: string }): Learner[] {
  return Array.from({ length: HOW_MANY }, (): Learner => {
    const joins = addMs(today, -Math.round((0.2 + dice.next() * WEEKS_BACK * 7) * DAY));
    const fate = dice.next();
    // One in ten never begins; three in ten stop somewhere; the others go on.
    const until = fate < 0.1 ? 0 : fate < 0.4 ? 1 + dice.int(WEEKS - 1) : WEEKS;
    const comes = Array.from({ length: until }, (_, week) => ({
      at: addMs(joins, Math.round((week * 7 + 1 + dice.next() * 5) * DAY)),
      week,
      lessons: week === until - 1 && until < WEEKS ? 1 + dice.int(3) : 3,
    })).filter(({ at }) => at < today);
    const inParts = dice.next() < 0.35;
    return { joins, inParts, card: inParts && dice.next() < 0.15 ? cards.later : cards.good, comes };
  });
}

interface Shop {
  address: string;
  content: ReleaseContent;
  /** Signs a browser in as a person. */
  letIn: (buyer: Buyer, address: string) => Promise<void>;
}

/** How learners buy and learn, over HTTP like everybody. */
export function learning({ address, content, letIn }: Shop, dice: Random, used: Set<string>) {
  const course = content.products.find((p): p is Course => p.kind === 'course');
  const path = content.paths.find((p) => content.offers.find((o) => o.id === p.offerId)?.productIds[0] === course?.id);
  if (!course || !path) throw new Error('The demo has its course');
  const browsers = new Map<Learner, Buyer>();

  return {
    async join(learner: Learner): Promise<void> {
      const who = inventedPerson(dice, used, LEARNER_FIRST);
      const buyer = new Buyer(address);
      const opened = await buyer.openCheckout(path.address);
      const answer = await buyer.pay(opened, who, learner.card, learner.inParts ? 1 : 0);
      if (answer.body.state?.status !== 'paid')
        throw new Error(`A learner could not pay: ${JSON.stringify(answer.body)}`);
      const own = new Buyer(address);
      await letIn(own, who.address);
      browsers.set(learner, own);
    },

    async study(learner: Learner, { week, lessons }: Learner['comes'][number]): Promise<void> {
      const browser = browsers.get(learner);
      for (const lesson of course.modules[week]?.lessons.slice(0, lessons) ?? []) {
        const api = `/member/learn/${course.id}/${lesson.id}`;
        if (lesson.quiz === null) await browser?.json(`${api}/done`, {});
        else
          for (let tries = 1; tries <= 4; tries += 1) {
            const rightly = dice.next() < 0.6;
            await browser?.json(`${api}/quiz`, { id: `try_${tries}`, given: answersTo(lesson.quiz, rightly) });
            // Some give up at the questions.
            if (rightly || dice.next() < 0.2) break;
          }
      }
    },
  };
}

const answersTo = ({ questions }: Quiz, rightly: boolean): Record<string, string | string[]> =>
  Object.fromEntries(
    questions.map((question) => [
      question.id,
      question.kind === 'typed'
        ? rightly
          ? (question.accepts[0] ?? '')
          : 'a robin'
        : question.answers.filter(({ right }) => right === rightly).flatMap(({ id }, i) => (i === 0 ? id : [])),
    ]),
  );
