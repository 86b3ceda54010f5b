import { DELIVER_ROUTES } from '../../wire/contract/deliver';
import type { Said } from '../../wire/problem';
import type { TaskAct, TasksAnswer } from '../../wire/tasks';
import { asked } from './asked';
import { ownerApi } from './ownerApi';

/** What the seller has to do by hand or to send, at the counter. */
export const tasksApi = ownerApi.injectEndpoints({
  endpoints: (build) => ({
    tasks: build.query<TasksAnswer, null>({
      ...asked(DELIVER_ROUTES.tasks, () => ({})),
      providesTags: ['About'],
    }),
    actOnTask: build.mutation<Said, { passId: string; act: TaskAct }>({
      ...asked(DELIVER_ROUTES.actOnTask, ({ passId, act }) => ({ params: { pass: passId }, body: act })),
      invalidatesTags: ['About'],
    }),
  }),
});

export const { useTasksQuery, useActOnTaskMutation } = tasksApi;
