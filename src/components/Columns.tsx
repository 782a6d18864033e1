'use client';

import { Fragment, useSyncExternalStore, type ReactNode } from 'react';
import { Group, Panel, Separator, useDefaultLayout } from 'react-resizable-panels';

interface Column {
  readonly id: string;
  /** CSS widths; the column without a first one takes what is left. */
  readonly width?: string;
  readonly least: string;
  readonly content: ReactNode;
}

interface ColumnsProps {
  /** By which the widths are remembered. */
  readonly id: string;
  readonly columns: readonly Column[];
}

/** Windows narrower than this show the columns below each other. */
const WIDE = '(min-width: 64rem)';

/** A browser that forbids storing forgets the widths, and nothing else. */
const WIDTHS = {
  getItem: (key: string): string | null => {
    try {
      return localStorage.getItem(`lamella-${key}`);
    } catch {
      return null;
    }
  },
  setItem: (key: string, value: string): void => {
    try {
      localStorage.setItem(`lamella-${key}`, value);
    } catch {
      // They hold until the page is closed.
    }
  },
};

/** Columns side by side whose widths can be changed, by pointer and by keys, and are remembered. */
export function Columns({ id, columns }: ColumnsProps) {
  const isWide = useSyncExternalStore(watchWidth, () => matchMedia(WIDE).matches);
  if (!isWide) {
    return (
      <div className="flex min-h-0 flex-1 flex-col">
        {columns.map(({ id: key, content }) => (
          <Fragment key={key}>{content}</Fragment>
        ))}
      </div>
    );
  }
  return <WideColumns id={id} columns={columns} />;
}

function WideColumns({ id, columns }: ColumnsProps) {
  const layout = useDefaultLayout({
    id,
    storage: WIDTHS,
    panelIds: columns.map((one) => one.id),
    onlySaveAfterUserInteractions: true,
  });
  return (
    <Group id={id} {...layout} className="min-h-0 flex-1">
      {columns.map(({ id: key, width, least, content }, i) => (
        <Fragment key={key}>
          {i > 0 && (
            <Separator
              aria-label="Resize columns"
              className="w-1 cursor-col-resize bg-line outline-offset-0 data-[separator=active]:bg-accent data-[separator=hover]:bg-edge"
            />
          )}
          <Panel
            id={key}
            defaultSize={width}
            minSize={least}
            groupResizeBehavior={width ? 'preserve-pixel-size' : 'preserve-relative-size'}
            className="flex min-h-0 flex-col *:min-h-0 *:flex-1"
            style={{ overflow: 'hidden' }}
          >
            {content}
          </Panel>
        </Fragment>
      ))}
    </Group>
  );
}

function watchWidth(onChange: () => void): () => void {
  const query = matchMedia(WIDE);
  query.addEventListener('change', onChange);
  return () => query.removeEventListener('change', onChange);
}
