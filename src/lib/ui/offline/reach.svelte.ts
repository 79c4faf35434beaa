import { onAnswer } from '../../api/client.ts';

/** Whether the server answered when it was last asked. */
export const reach = $state({ server: true });

/** Follows what becomes of every call. @returns ends it */
export const followReach = (): (() => void) =>
  onAnswer((reached) => {
    reach.server = reached;
  });
