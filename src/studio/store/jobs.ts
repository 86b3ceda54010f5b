import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

export interface Job {
  id: string;
  title: string;
  /** This computer's milliseconds. */
  startedAt: number;
  /** 0 to 1; null when it cannot be told. */
  share: number | null;
  state: 'running' | 'done' | 'failed';
  sentence: string | null;
}

/** Work that takes a while, shown in the foot line. */
export const jobs = createSlice({
  name: 'jobs',
  initialState: [] as Job[],
  reducers: {
    jobStarted: {
      reducer(state, { payload }: PayloadAction<{ id: string; title: string; startedAt: number }>) {
        state.push({ ...payload, share: 0, state: 'running', sentence: null });
      },
      prepare: (job: { id: string; title: string }) => ({ payload: { ...job, startedAt: Date.now() } }),
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

export const { jobStarted, jobMoved, jobEnded, jobDropped } = jobs.actions;
