import { check } from './check.ts';

/** ESC outputs for every motor: single ones, or boards that drive several. Only where the boards are counted. */
export const escCount = check({
  id: 'esc-count',
  title: 'ESC outputs for the motors',
  part: 'esc',
  unit: 'outputs',
  wish: 'an ESC for every motor',
  candidates: null,
  judge: (s) => {
    const { esc } = s.setup;
    const boards = esc?.boards;
    if (esc == null || boards == null) return null;
    const each = esc.channels ?? 1;
    const motors = s.powertrain.count;
    return {
      direction: 'above',
      value: boards * each,
      digits: 1,
      rating: motors,
      working: () =>
        `${boards} × ${each === 1 ? 'a single ESC' : `a board for ${each} motors`} = ${boards * each} outputs for ${motors} motor${motors === 1 ? '' : 's'}. Ratings of a board count for each motor; its pack leads carry all of them.`
    };
  }
});
