interface Props {
  /** What is looked for first: a time, a day. */
  lead: string;
  struck?: boolean;
  who: string;
  what: string;
  /** How it stands. */
  stands: string;
  alarm?: boolean;
  selected: boolean;
  onTake: () => void;
}

/** A row of a list in Deliver whose story is taken in hand by it. */
export function ListRow({ lead, struck = false, who, what, stands, alarm = false, selected, onTake }: Props) {
  return (
    <li className="border-t border-line">
      <button
        className={`flex w-full flex-wrap items-baseline gap-x-4 px-2 py-2 text-left ${selected ? 'bg-paper-2' : ''}`}
        aria-pressed={selected}
        onClick={onTake}
      >
        <b className={`w-28 font-semibold tabular-nums ${struck ? 'line-through' : ''}`}>{lead}</b>
        <span className="flex-1" dir="auto">
          {who} <span className="cap">{what}</span>
        </span>
        <span className={alarm ? 'text-alarm' : 'text-ink-2'}>{stands}</span>
      </button>
    </li>
  );
}
