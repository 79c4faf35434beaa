import { plugsOf } from '../model/plugs.ts';
import { show } from '../units/show.ts';
import { matchingPlugs } from './wiring-candidates.ts';
import { check } from './check.ts';

/** Plugs of pack and ESC: of one kind, or with an adapter between. Only where both are told. */
export const plugMatch = check({
  id: 'plug-match',
  title: 'plugs that fit each other',
  part: 'wiring',
  unit: 'joints',
  wish: 'plugs that fit each other',
  candidates: (s) => [matchingPlugs(s)],
  judge: (s) => {
    const { pack, esc, unlike, adapter } = plugsOf(s.setup);
    if (!pack || !esc || (s.setup.count ?? 1) > 1) return null;
    return {
      value: unlike && !adapter ? 1 : 0,
      digits: 1,
      rating: 1,
      marginLimit: 0,
      working: () =>
        unlike
          ? adapter
            ? `The pack has a ${pack.title}, the ESC a ${esc.title}: the adapter between them is one pair more, ${show(1000 * Math.max(pack.pairOhm, esc.pairOhm))} mΩ and ${show(500 * (pack.pairKg + esc.pairKg))} g, and carries what the weaker of the two does.`
            : `The pack has a ${pack.title}, the ESC a ${esc.title}. Solder the pack’s kind to the ESC, or put an adapter between: one pair more, ${show(1000 * Math.max(pack.pairOhm, esc.pairOhm))} mΩ and ${show(500 * (pack.pairKg + esc.pairKg))} g.`
          : `Pack and ESC both have a ${pack.title}.`
    };
  }
});
