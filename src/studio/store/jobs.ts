import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

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

/** Work that takes a while, shown in the foot line. */
export const jobs = createSlice({
  name: 'jobs',
  initialState: [] as Job[],
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
      if (job) Object.assign(job, payload.failed === undefined ? { state: 'done', share: 1, sentence: payload.done ?? null } : { state: 'failed', sentence: payload.failed });
    },
    jobDropped(state, { payload }: PayloadAction<string>) {
      return state.filter((j) => j.id !== payload);
    },
  },
});

export const { jobPlanned, jobBegun, jobStarted, jobMoved, jobEnded, jobDropped } = jobs.actions;
