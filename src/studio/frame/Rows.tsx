import { type ColumnDef, type RowData, tableFeatures, useTable } from '@tanstack/react-table';
import { useVirtualizer } from '@tanstack/react-virtual';
import { type ReactNode, useMemo, useRef } from 'react';
import { useNavigate } from 'react-router';

/** A column: what stands over it, what stands in it, and how both are set. */
export interface Column<Row> {
  id: string;
  head: ReactNode;
  cell: (row: Row) => ReactNode;
  /** Classes of head and cells alike. */
  set?: string;
  /** Classes of the cells only, where they are all of one colour or depend on the row. */
  look?: string | ((row: Row) => string);
  /** Written by people, so its direction is its own. */
  theirs?: boolean;
}

interface Props<Row> {
  columns: readonly Column<Row>[];
  rows: readonly Row[];
  keyOf: (row: Row) => string;
  /** The key of the row that is open. */
  selected?: string | null;
  /** Where a press anywhere on a row leads; the row's first link says the same to a keyboard. */
  to?: (row: Row) => string;
}

/** Beyond so many only the rows in sight are in the document. */
const MANY = 200;
const FEATURES = tableFeatures({});

/** Rows of a list in the sheet: headed columns, one row in hand, and as light with ten thousand as with ten. */
export function Rows<Row extends RowData>({ columns, rows, keyOf, selected = null, to }: Props<Row>) {
  const navigate = useNavigate();
  const place = useRef<HTMLTableElement>(null);
  const ids = columns.map(({ id }) => id).join(' ');
  const definitions = useMemo(() => ids.split(' ').map((id): ColumnDef<typeof FEATURES, Row> => ({ id })), [ids]);
  const byId = new Map(columns.map((column) => [column.id, column]));
  const table = useTable({
    features: FEATURES,
    columns: definitions,
    data: rows,
    getRowId: keyOf,
  });
  const all = table.getRowModel().rows;
  const many = all.length > MANY;
  const virtual = useVirtualizer({
    enabled: many,
    count: all.length,
    estimateSize: () => 40,
    overscan: 30,
    getItemKey: (at) => all[at]!.id,
    getScrollElement: () => place.current?.closest('main') ?? null,
    scrollMargin: many ? topWithin(place.current) : 0,
  });
  const seen = virtual.getVirtualItems();
  const margin = virtual.options.scrollMargin;
  const shown = many ? seen.map(({ index }) => ({ row: all[index]!, at: index })) : all.map((row, at) => ({ row, at }));
  const above = many && seen.length > 0 ? seen[0]!.start - margin : 0;
  const below = many && seen.length > 0 ? virtual.getTotalSize() - (seen.at(-1)!.end - margin) : 0;
  return (
    <table className="rows mt-3" ref={place} aria-rowcount={many ? all.length + 1 : undefined}>
      <thead>
        {table.getHeaderGroups().map((group) => (
          <tr key={group.id}>
            {group.headers.map((header) => (
              <th key={header.id} className={byId.get(header.column.id)?.set}>
                {byId.get(header.column.id)?.head}
              </th>
            ))}
          </tr>
        ))}
      </thead>
      <tbody>
        <Gap height={above} across={columns.length} />
        {shown.map(({ row, at }) => (
          <tr
            key={row.id}
            ref={many ? virtual.measureElement : undefined}
            data-index={at}
            data-row
            aria-rowindex={many ? at + 2 : undefined}
            aria-selected={to ? row.id === selected : undefined}
            onClick={(event) => {
              // A link within the row has already led there.
              if (to && !(event.target as HTMLElement).closest('a, button')) void navigate(to(row.original));
            }}
          >
            {row.getAllCells().map(({ column: { id } }) => {
              const { set = '', look = '', theirs, cell } = byId.get(id)!;
              const name = `${set} ${typeof look === 'string' ? look : look(row.original)}`.trim();
              return (
                <td key={id} className={name === '' ? undefined : name} dir={theirs ? 'auto' : undefined}>
                  {/* Called, not made a component of: the cell stays the same element when its column is written anew, and keeps the focus. */}
                  {cell(row.original)}
                </td>
              );
            })}
          </tr>
        ))}
        <Gap height={below} across={columns.length} />
      </tbody>
    </table>
  );
}

/** How far down in the sheet the list begins, in pixels, however far the sheet is scrolled. */
function topWithin(table: HTMLElement | null): number {
  const sheet = table?.closest('main');
  if (!table || !sheet) return 0;
  return table.getBoundingClientRect().top - sheet.getBoundingClientRect().top + sheet.scrollTop;
}

/** The room of the rows that are out of sight. */
function Gap({ height, across }: { height: number; across: number }) {
  return height > 0 ? (
    <tr aria-hidden="true" className="!cursor-default">
      <td colSpan={across} style={{ height, padding: 0, border: 0 }} />
    </tr>
  ) : null;
}
