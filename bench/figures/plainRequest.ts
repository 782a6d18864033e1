import type { Arrangement } from '../../src/core/plan/arrangement';
import { ORDINARY_PROFILE } from '../../src/core/printer/printer';
import { plainRecipe } from '../../src/core/recipe/recipe';
import type { OutputRequest } from '../../src/core/write/request/request';

/** An arrangement to be written for the ordinary printer, its swaps spelled out and nothing else asked. */
export function plainRequest(arrangement: Arrangement): OutputRequest {
  return {
    arrangement,
    unplaced: [],
    recipe: plainRecipe('spelled-out'),
    printer: ORDINARY_PROFILE,
    stopAt: 'restart',
    takeOut: [],
    loadFirst: null,
    rewrite: [],
    addToRemaining: null,
  };
}
