'use client';

import {
  closestCenter,
  DndContext,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
  type Announcements,
  type DragEndEvent,
} from '@dnd-kit/core';
import {
  arrayMove,
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import { ArrowDown, ArrowUp, GripVertical } from 'lucide-react';
import { useId, type ReactNode } from 'react';
import { Button } from './Button';

interface SortableListProps {
  readonly label: string;
  /** The entries in their order, each by a key and the name that is read out. */
  readonly entries: readonly { readonly key: string; readonly name: string }[];
  /** Said after each name on its buttons, as in `Move Part T1 up in layer 9`. */
  readonly where?: string;
  /** True for entries with a frame and a menu of their own. */
  readonly isBare?: boolean;
  readonly onOrder: (keys: string[]) => void;
  /** What an entry shows beside its handle and its buttons. */
  readonly children: (key: string, place: number) => ReactNode;
}

/** A list whose entries are put in order: dragged, by keys on the handle, or with the arrows. */
export function SortableList({
  label,
  entries,
  where = '',
  isBare = false,
  onOrder,
  children,
}: SortableListProps) {
  const id = useId();
  const keys = entries.map(({ key }) => key);
  const nameOf = (key: string | number): string =>
    entries.find((one) => one.key === key)?.name ?? String(key);
  const placeOf = (key: string | number): string =>
    `place ${keys.indexOf(String(key)) + 1} of ${keys.length}`;
  const sensors = useSensors(
    // A press is a press; only a pull drags.
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const announcements: Announcements = {
    onDragStart: ({ active }) => `${nameOf(active.id)} picked up, ${placeOf(active.id)}.`,
    onDragOver: ({ active, over }) =>
      over ? `${nameOf(active.id)} moved to ${placeOf(over.id)}.` : undefined,
    onDragEnd: ({ active, over }) =>
      over ? `${nameOf(active.id)} dropped at ${placeOf(over.id)}.` : undefined,
    onDragCancel: ({ active }) => `${nameOf(active.id)} is back at ${placeOf(active.id)}.`,
  };
  const drop = ({ active, over }: DragEndEvent): void => {
    if (!over || active.id === over.id) return;
    onOrder(arrayMove(keys, keys.indexOf(String(active.id)), keys.indexOf(String(over.id))));
  };
  const move = (at: number, by: 1 | -1): void => onOrder(arrayMove(keys, at, at + by));
  return (
    <DndContext
      id={id}
      sensors={sensors}
      collisionDetection={closestCenter}
      onDragEnd={drop}
      accessibility={{
        announcements,
        screenReaderInstructions: {
          draggable:
            'Press Space to pick up, arrow keys to move, Space to drop, and Escape to cancel.',
        },
      }}
    >
      <SortableContext items={keys} strategy={verticalListSortingStrategy}>
        <ol aria-label={label} className={`grid grid-cols-1 ${isBare ? 'gap-2' : 'gap-1'}`}>
          {entries.map(({ key, name }, i) => (
            <SortableRow key={key} id={key} name={name} isBare={isBare}>
              {children(key, i)}
              {!isBare && (
                <MoveButtons name={name} where={where} at={i} count={keys.length} onMove={move} />
              )}
            </SortableRow>
          ))}
        </ol>
      </SortableContext>
    </DndContext>
  );
}

interface SortableRowProps {
  readonly id: string;
  readonly name: string;
  readonly isBare: boolean;
  readonly children: ReactNode;
}

function SortableRow({ id, name, isBare, children }: SortableRowProps) {
  const {
    attributes,
    listeners,
    setNodeRef,
    setActivatorNodeRef,
    transform,
    transition,
    isDragging,
  } = useSortable({ id });
  return (
    <li
      ref={setNodeRef}
      style={{ transform: transform ? `translateY(${transform.y}px)` : undefined, transition }}
      className={`flex ${isBare ? 'items-start gap-0.5' : 'flex-wrap items-center gap-2 rounded-md border bg-paper px-1 py-1 text-sm'} ${isDragging ? 'relative z-10 border-accent' : 'border-line'}`}
    >
      <button
        type="button"
        ref={setActivatorNodeRef}
        {...attributes}
        {...listeners}
        aria-label={`Move ${name}`}
        className="cursor-grab touch-none rounded p-1 text-muted hover:bg-sunk"
      >
        <GripVertical aria-hidden size={15} />
      </button>
      {children}
    </li>
  );
}

interface MoveButtonsProps {
  readonly name: string;
  readonly where: string;
  readonly at: number;
  readonly count: number;
  readonly onMove: (at: number, by: 1 | -1) => void;
}

/** For those who do not drag. */
function MoveButtons({ name, where, at, count, onMove }: MoveButtonsProps) {
  return (
    <span className="ml-auto flex">
      <Button
        kind="quiet"
        disabled={at === 0}
        aria-label={`Move ${name} up${where}`}
        onClick={() => onMove(at, -1)}
      >
        <ArrowUp aria-hidden size={15} />
      </Button>
      <Button
        kind="quiet"
        disabled={at === count - 1}
        aria-label={`Move ${name} down${where}`}
        onClick={() => onMove(at, 1)}
      >
        <ArrowDown aria-hidden size={15} />
      </Button>
    </span>
  );
}
