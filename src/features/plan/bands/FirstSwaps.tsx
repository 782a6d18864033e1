import type { ActionContext } from '@/actions/action';
import { ActionButton } from '@/base/job/ActionButton';
import { Button } from '@/components/Button';
import { plural } from '@/core/format';
import type { Suggestion } from '@/core/plan/edits/suggestions';
import { showTab } from '@/store/plans/viewStore';

interface FirstSwapsProps {
  readonly suggestions: readonly Suggestion[];
  readonly actions: ActionContext;
}

/** What Lamella suggests for a plan without swaps, and the one press that takes it. */
export function FirstSwaps({ suggestions, actions }: FirstSwapsProps) {
  const best = suggestions.at(0);
  if (!best) {
    return (
      <section
        aria-label="Suggestion"
        className="mb-3 rounded-md bg-accent-soft px-3 py-2.5 text-sm"
      >
        <p>No layer stands out as a step. For a relief, create bands by height.</p>
        <Button className="mt-2" onClick={() => showTab('steps')}>
          Show steps
        </Button>
      </section>
    );
  }
  const layers = suggestions.map(({ step }) => step.layer).sort((a, b) => a - b);
  return (
    <section aria-label="Suggestion" className="mb-3 rounded-md bg-accent-soft px-3 py-2.5 text-sm">
      <p className="font-semibold">
        {plural(layers.length, 'swap')} suggested, before {layers.length === 1 ? 'layer' : 'layers'}{' '}
        {listOf(layers)}
      </p>
      <p className="pt-0.5">{best.reason}</p>
      <div className="flex flex-wrap gap-2 pt-2">
        <ActionButton actionId="accept-all-steps" context={actions} kind="primary">
          Swap at all steps
        </ActionButton>
        {layers.length > 1 && (
          <ActionButton actionId="accept-step" context={actions}>
            Swap at best step
          </ActionButton>
        )}
        <Button kind="quiet" onClick={() => showTab('steps')}>
          Show steps
        </Button>
      </div>
    </section>
  );
}

/** `11 and 26`; many are cut short. */
function listOf(layers: readonly number[]): string {
  if (layers.length > 5) return `${layers.slice(0, 4).join(', ')} and ${layers.length - 4} more`;
  if (layers.length === 1) return String(layers[0]);
  return `${layers.slice(0, -1).join(', ')} and ${layers.at(-1)}`;
}
