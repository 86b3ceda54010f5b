import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import { storeWords } from '#say/store';
const words = storeWords.jobs;

export interface Job {
  id: string;
  title: string;
  /** This computer's milliseconds. */
  startedAt: number;
  /** 0 to 1; null when it cannot be told. */
  share: number | null;
  state: 'waiting' | 'running' | 'done' | 'failed';
  /** When waiting work begins. */
  startsAt: number | null;
  sentence: string | null;
}

const KEPT = 'clear-keel.running';

/** Work that was running when this window was loaded anew: it stopped there, and says so. */
function stoppedJobs(): Job[] {
  try {
    const running = JSON.parse(globalThis.sessionStorage?.getItem(KEPT) ?? '[]') as { id: string; title: string }[];
    globalThis.sessionStorage?.removeItem(KEPT);
    return running.map(({ id, title }) => ({
      id,
      title,
      startedAt: 0,
      startsAt: null,
      share: null,
      state: 'failed',
      sentence: words.stoppedBecauseWindowWas(title),
    }));
  } catch {
    return [];
  }
}

// Read once: what is read is forgotten.
const STOPPED = stoppedJobs();

/** Work that takes a while, shown in the foot line. */
export const jobs = createSlice({
  name: 'jobs',
  initialState: STOPPED,
  reducers: {
    jobStarted: {
      reducer(state, { payload }: PayloadAction<{ id: string; title: string; startedAt: number }>) {
        state.push({ ...payload, share: 0, state: 'running', startsAt: null, sentence: null });
      },
      prepare: (job: { id: string; title: string }) => ({ payload: { ...job, startedAt: Date.now() } }),
    },
    jobPlanned(state, { payload }: PayloadAction<{ id: string; title: string; startsAt: number }>) {
      state.push({ ...payload, startedAt: payload.startsAt, share: 0, state: 'waiting', sentence: null });
    },
    jobBegun(state, { payload }: PayloadAction<{ id: string; at: number }>) {
      const job = state.find((j) => j.id === payload.id);
      if (job) Object.assign(job, { state: 'running', startedAt: payload.at, startsAt: null });
    },
    jobMoved(state, { payload }: PayloadAction<{ id: string; share: number }>) {
      const job = state.find((j) => j.id === payload.id);
      if (job) job.share = payload.share;
    },
    jobEnded(state, { payload }: PayloadAction<{ id: string; failed?: string; done?: string }>) {
      const job = state.find((j) => j.id === payload.id);
      if (!job) return;
      if (payload.failed !== undefined) return void Object.assign(job, { state: 'failed', sentence: payload.failed });
      Object.assign(job, { state: 'done', share: 1, sentence: payload.done ?? null });
      // What failed before and has now been done needs nobody any more.
      for (let i = state.length - 1; i >= 0; i -= 1)
        if (state[i]?.state === 'failed' && state[i]?.title === job.title) state.splice(i, 1);
    },
    jobDropped(state, { payload }: PayloadAction<string>) {
      return state.filter((j) => j.id !== payload);
    },
  },
});

/** Whether closing the window now would break something off. */
export const isWorking = (all: readonly Job[]): boolean =>
  all.some((j) => j.state === 'running' || j.state === 'waiting');

/** Remembers what runs for as long as this window lives, so that a reload can say where it stopped. */
export function rememberRunning(all: readonly Job[]): void {
  const running = all
    .filter((j) => j.state === 'running' || j.state === 'waiting')
    .map(({ id, title }) => ({ id, title }));
  if (running.length === 0) globalThis.sessionStorage?.removeItem(KEPT);
  else globalThis.sessionStorage?.setItem(KEPT, JSON.stringify(running));
}

export const { jobPlanned, jobBegun, jobStarted, jobMoved, jobEnded, jobDropped } = jobs.actions;
