'use client';

import { goOn } from '@/browser/goOn';
import { Button } from '@/components/Button';
import { ORDINARY_PROFILE } from '@/core/printer/printer';
import { USUAL_COMMAND, type RecipeKind } from '@/core/printer/stopKinds';
import { addPrinter } from '@/store/printers';
import { useOwnPrinter } from '@/store/settings/settings';
import { toast } from '@/store/toast';

const ANSWERS: readonly { readonly kind: RecipeKind; readonly words: string }[] = [
  { kind: 'change-command', words: 'With M600' },
  { kind: 'pause-command', words: 'With a pause command' },
  { kind: 'host-scripts', words: 'My print host pauses it' },
  { kind: 'beep-only', words: 'I press pause myself' },
];

interface StopQuestionProps {
  /** Hears of the printer that an answer has made. */
  readonly onPrinter?: (id: string) => void;
}

/** Asks once which way the printer stops, in place; the answer makes a printer for all new jobs. */
export function StopQuestion({ onPrinter }: StopQuestionProps) {
  const isAsked = useOwnPrinter((state) => state.isAsked);
  if (isAsked) return null;
  const answer = async (kind: RecipeKind): Promise<void> => {
    const understands = {
      ...ORDINARY_PROFILE.understands,
      kind,
      command: USUAL_COMMAND[kind],
      testedAt: null,
    };
    const host = kind === 'host-scripts';
    const id = await addPrinter({ ...ORDINARY_PROFILE, name: 'My printer', understands, host });
    // What could not be stored is said, and asked again.
    if (id === null) return;
    useOwnPrinter.setState({ isAsked: true, printerId: id });
    onPrinter?.(id);
    toast('Saved as “My printer”. Test it under Printers before your first print.');
  };
  return (
    <div
      role="group"
      aria-label="How does your printer stop for a swap?"
      className="flex flex-wrap items-center gap-x-2 gap-y-1.5 py-1 text-sm"
    >
      <span aria-hidden className="mr-1 font-medium">
        How does your printer stop for a swap?
      </span>
      {ANSWERS.map(({ kind, words }) => (
        <Button key={kind} onClick={() => goOn(answer(kind))}>
          {words}
        </Button>
      ))}
      <Button kind="quiet" onClick={() => useOwnPrinter.setState({ isAsked: true })}>
        I do not know
      </Button>
    </div>
  );
}
