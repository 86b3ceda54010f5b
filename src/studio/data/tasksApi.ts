import { Said } from '../../wire/problem';
import { type TaskAct, TasksAnswer } from '../../wire/tasks';
import { ownerApi, read } from './ownerApi';

/** What the seller has to do by hand or to send, at the counter. */
export const tasksApi = ownerApi.injectEndpoints({
  endpoints: (build) => ({
    tasks: build.query<TasksAnswer, null>({
      query: () => '/tasks',
      providesTags: ['About'],
      ...read(TasksAnswer),
    }),
    actOnTask: build.mutation<Said, { passId: string; act: TaskAct }>({
      query: ({ passId, act }) => ({ url: `/tasks/${passId}`, method: 'POST', body: act }),
      invalidatesTags: ['About'],
      ...read(Said),
    }),
  }),
});

export const { useTasksQuery, useActOnTaskMutation } = tasksApi;
