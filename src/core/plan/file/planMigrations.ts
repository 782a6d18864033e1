import { STARTING_PALETTE } from '../../filament/palette';

/** A stored plan of an older version, before it is checked. */
type StoredPlan = Readonly<Record<string, unknown>>;

/** One step from a version to the next; each works on a copy. */
interface PlanMigration {
  readonly from: number;
  readonly run: (plan: StoredPlan) => StoredPlan;
}

const PLAN_MIGRATIONS: readonly PlanMigration[] = [
  { from: 1, run: (plan) => ({ ...plan, version: 2, takenOut: [] }) },
  {
    from: 2,
    run: (plan) => ({
      ...plan,
      version: 3,
      palette: withHidingDepths(plan.palette),
      extraLayer: false,
      ignoredSteps: [],
      handSeconds: 150,
      startAt: null,
    }),
  },
  {
    from: 3,
    run: (plan) => ({
      ...plan,
      version: 4,
      printerId: null,
      recipe: null,
      stopAt: 'restart',
      loadFirst: false,
      rewriteHeat: false,
      purges: [],
      known: [],
      namePattern: '{job}-{swaps}',
    }),
  },
  {
    from: 4,
    run: ({ rewriteHeat, ...plan }) => ({
      ...plan,
      version: 5,
      rewrite: rewriteHeat,
      addToRemaining: false,
    }),
  },
  {
    from: 5,
    run: (plan) => ({
      ...plan,
      version: 6,
      parts: [],
      order: 'as-sliced',
      dipMm: 0.6,
      layerOrders: [],
      withoutPurgeBlock: false,
      stretches: [],
    }),
  },
  {
    from: 6,
    run: (plan) => ({ ...plan, version: 7, delivery: 'one-file', home: 'nothing' }),
  },
  { from: 7, run: withOneKindOfPart },
];

/** Colours by height became the print of one part, which is all of the print. */
function withOneKindOfPart({ firstLetter, swaps, ...plan }: StoredPlan): StoredPlan {
  const { parts } = plan;
  const has = Array.isArray(parts) && parts.length > 0;
  return { ...plan, version: 8, parts: has ? parts : [{ key: 'all', firstLetter, swaps }] };
}

/** Filaments got a hiding depth: that of the same colour to start with, or else an ordinary one. */
function withHidingDepths(palette: unknown): unknown {
  if (!Array.isArray(palette)) return palette;
  return palette.map((one: { colour?: unknown } | null) => {
    const same = STARTING_PALETTE.find(({ colour }) => colour === one?.colour);
    return { ...one, hidingDepth: same?.hidingDepth ?? 0.6 };
  });
}

/** Brings a stored plan to the newest version; what is no plan at all comes back as it is. */
export function migratePlan(json: unknown): unknown {
  if (typeof json !== 'object' || json === null) return json;
  let plan = json as StoredPlan;
  for (const { from, run } of PLAN_MIGRATIONS) if (plan.version === from) plan = run(plan);
  return plan;
}
