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
    if (esc?.boards == null) return null;
    const each = esc.channels ?? 1;
    const motors = s.train.count;
    return {
      direction: 'above',
      value: esc.boards * each,
      digits: 1,
      rating: motors,
      working: `${esc.boards} × ${each === 1 ? 'a single ESC' : `a board for ${each} motors`} = ${esc.boards * each} outputs for ${motors} motor${motors === 1 ? '' : 's'}. Ratings of a board count for each motor; its pack leads carry all of them.`
    };
  }
});
