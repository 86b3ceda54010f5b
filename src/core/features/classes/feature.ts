import type { Feature } from '../../engine/feature';
import { callOffDate, moveDate } from './changeDate';
import { classesFold } from './fold';
import { changeSeat, takeMoneyBack, takeSeat } from './takeSeat';

/** Dates of classes, and seats at them. A seat is a session with a date: booking does the rest. */
export const classes: Feature = {
  name: 'classes',
  fold: classesFold,
  commands: {
    'take-seat': takeSeat,
    'change-seat': changeSeat,
    'take-money-back': takeMoneyBack,
    'move-date': moveDate,
    'call-off-date': callOffDate,
  },
};
