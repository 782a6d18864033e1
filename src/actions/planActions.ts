import { registerActions, type Action } from './action';
import { DESK_ACTIONS } from './deskActions';
import { LAYER_ACTIONS } from './layerActions';
import { SWAP_ACTIONS } from './swapActions';
import { VIEW_ACTIONS } from './viewActions';

/** Everything that can be done on the Plan station. */
export const PLAN_ACTIONS = registerActions([
  ...LAYER_ACTIONS,
  ...SWAP_ACTIONS,
  ...VIEW_ACTIONS,
  ...DESK_ACTIONS,
]);

/** The action with an id; throws on a wrong id, which is a programming error. */
export function planAction(id: string): Action {
  const action = PLAN_ACTIONS.find((one) => one.id === id);
  if (!action) throw new Error(`No action ${id}`);
  return action;
}
