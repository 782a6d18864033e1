import { string } from 'yup';
import { canStop, type RecipeKind } from '@/core/printer/stopKinds';

/** A command that stops the printer, for the type of stop (`kind`) that stands beside it. */
export const stopCommandRule = string()
  .trim()
  .test(
    'stops',
    'Unknown stop command. Use a stop command or the name of a firmware macro.',
    (command, { parent }) => canStop((parent as { kind: RecipeKind }).kind, command ?? ''),
  );
