import type { Instant } from '#core/calendar';
import { type Batch, FIRST_PREV } from '#core/journal';
import { compareAddress, type PersonRecord } from '#core/people';
import type { Release } from '#core/release';
import type {
  ChargeAnswer,
  ChargeRequest,
  OutgoingAccessMail,
  OutgoingSessionMail,
  OutgoingTaskMail,
  OutgoingAgreementMail,
  OutgoingMail,
  Ports,
  RefundRequest,
} from './ports';

export interface MemoryPorts extends Ports {
  batches: Batch[];
  mails: OutgoingMail[];
  about: OutgoingAgreementMail[];
  access: OutgoingAccessMail[];
  sessions: OutgoingSessionMail[];
  tasks: OutgoingTaskMail[];
  charges: ChargeRequest[];
  refunds: RefundRequest[];
  setNow(at: Instant): void;
  addRelease(release: Release): void;
}

/**
 * Ports that keep everything in memory: for rehearsals and tests. Cards answer as `answerFor` says; the clock
 * stands until it is set; ids count upwards.
 */
export function memoryPorts(
  start: Instant,
  answerFor: (request: ChargeRequest) => ChargeAnswer = () => ({ status: 'paid', paymentId: '' }),
): MemoryPorts {
  let now = start;
  let count = 0;
  const people = new Map<string, PersonRecord>();
  const releases = new Map<number, Release>();
  const answers = new Map<string, ChargeAnswer>();
  const ports: MemoryPorts = {
    batches: [],
    mails: [],
    about: [],
    access: [],
    sessions: [],
    tasks: [],
    charges: [],
    refunds: [],
    setNow: (at) => {
      now = at;
    },
    addRelease: (release) => releases.set(release.number, release),
    journal: {
      append: (batch) => {
        ports.batches.push({ ...batch, prev: FIRST_PREV });
        return Promise.resolve();
      },
      async *read() {
        yield* ports.batches;
      },
    },
    people: {
      get: (id) => people.get(id),
      find: (address) => [...people.values()].find((p) => compareAddress(p.address) === compareAddress(address)),
      save: (record) => {
        people.set(record.id, record);
        return Promise.resolve();
      },
    },
    clock: { now: () => now, machine: () => 0 },
    payments: {
      charge: (request) => {
        const known = answers.get(request.key);
        if (known) return Promise.resolve(known);
        ports.charges.push(request);
        const answer = answerFor(request);
        const kept =
          answer.status === 'paid' && answer.paymentId === '' ? { ...answer, paymentId: `pay-${request.key}` } : answer;
        answers.set(request.key, kept);
        return Promise.resolve(kept);
      },
      lookUp: (key) => Promise.resolve(answers.get(key) ?? 'unknown'),
      void: (key) => {
        const known = answers.get(key);
        if (known?.status === 'paid' || known?.status === 'refused') return Promise.resolve(known);
        answers.set(key, { status: 'voided' });
        return Promise.resolve({ status: 'voided' });
      },
      refund: (request) => {
        ports.refunds.push(request);
        return Promise.resolve({ status: 'paid' });
      },
    },
    mailer: {
      send: (mail) => {
        ports.mails.push(mail);
        return Promise.resolve();
      },
      sendAccess: (mail) => {
        ports.access.push(mail);
        return Promise.resolve();
      },
      sendTask: (mail) => {
        ports.tasks.push(mail);
        return Promise.resolve();
      },
      sendSession: (mail) => {
        ports.sessions.push(mail);
        return Promise.resolve();
      },
      sendAbout: (mail) => {
        ports.about.push(mail);
        return Promise.resolve();
      },
    },
    vault: { has: () => true },
    ids: { next: (prefix) => `${prefix}${(count += 1)}` },
    releases: { get: (number) => releases.get(number) },
  };
  return ports;
}
