/** A stored plan of an older version, before it is checked. */
type StoredPlan = Readonly<Record<string, unknown>>;

/** One step from a version to the next; each works on a copy. */
interface PlanMigration {
  readonly from: number;
  readonly run: (plan: StoredPlan) => StoredPlan;
}

const PLAN_MIGRATIONS: readonly PlanMigration[] = [
  { from: 1, run: (plan) => ({ ...plan, version: 2, takenOut: [] }) },
];

/** Brings a stored plan to the newest version; what is no plan at all comes back as it is. */
export function migratePlan(json: unknown): unknown {
  if (typeof json !== 'object' || json === null) return json;
  let plan = json as StoredPlan;
  for (const { from, run } of PLAN_MIGRATIONS) if (plan.version === from) plan = run(plan);
  return plan;
}
