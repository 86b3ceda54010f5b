import { configureStore } from '@reduxjs/toolkit';
import { useDispatch, useSelector } from 'react-redux';
import { ownerApi } from '../data/ownerApi';
import { edits, saving } from './edits';
import { frame } from './frame';
import { isWorking, jobs, rememberRunning } from './jobs';

/** What is being done now. What lasts is in Dexie. */
export const store = configureStore({
  reducer: { edits: edits.reducer, frame: frame.reducer, jobs: jobs.reducer, [ownerApi.reducerPath]: ownerApi.reducer },
  middleware: (base) => base().prepend(saving.middleware).concat(ownerApi.middleware),
});

store.subscribe(() => rememberRunning(store.getState().jobs));
// Closing a window in the middle of something, or of a word, is asked about by the browser itself.
globalThis.addEventListener?.('beforeunload', (event) => {
  const { jobs: all, edits: editing } = store.getState();
  if (isWorking(all) || editing.failure !== null) event.preventDefault();
});

export type RootState = ReturnType<typeof store.getState>;
export const useAppDispatch = useDispatch.withTypes<typeof store.dispatch>();
export const useAppSelector = useSelector.withTypes<RootState>();
