import { Checkbox } from '@/components/controls/Checkbox';
import { Disclosure } from '@/components/controls/Disclosure';
import { formatGrams, plural } from '@/core/format';
import { useShelf } from '@/store/shelf';

interface SpoolChoiceProps {
  /** Ids of the spools that may be used; empty for all. */
  readonly chosen: readonly string[];
  readonly onChange: (chosen: string[]) => void;
}

/** Which spools of the shelf may be used. */
export function SpoolChoice({ chosen, onChange }: SpoolChoiceProps) {
  const shelf = useShelf((state) => state.records) ?? [];
  const isAll = chosen.length === 0;
  const uses = (id: string): boolean => isAll || chosen.includes(id);
  const toggle = (id: string): void => {
    const now = shelf.map((spool) => spool.id).filter((one) => (one === id ? !uses(one) : uses(one))); // prettier-ignore
    onChange(now.length === shelf.length ? [] : now);
  };
  return (
    <Disclosure
      title={isAll ? 'All spools of the shelf' : `${plural(chosen.length, 'spool')} of the shelf`}
    >
      <ul className="grid gap-0.5">
        {shelf.map(({ id, name, colour, gramsLeft, family }) => (
          <li key={id}>
            <Checkbox checked={uses(id)} onChange={() => toggle(id)}>
              <span
                aria-hidden
                className="mr-1.5 inline-block size-4 rounded border border-edge align-middle"
                style={{ background: colour }}
              />
              {name}, {family}
              {gramsLeft === null ? '' : `, ${formatGrams(gramsLeft)}`}
            </Checkbox>
          </li>
        ))}
      </ul>
    </Disclosure>
  );
}
