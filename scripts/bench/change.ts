/** What the Change screen asks: the picture of a change for the frame after an edit and whole, and what makes it safe. */
import { changeAdvice, changePicture, type ChangeView } from '../../src/lib/core/change/change-picture.ts';
import { spread, tell, timesOf } from './figures.ts';
import { demoSetups } from './inputs.ts';

const setups = demoSetups();
/** One cell more, and one less, of every setup of the demo, each figure another each time. */
const view = (k: number): ChangeView => {
  const base = setups[k % setups.length];
  const series = base.battery.series + (k % 2 === 0 || base.battery.series < 2 ? 1 : -1);
  return {
    base: { ...base, battery: { ...base.battery, capacityAh: base.battery.capacityAh * (1 + 1e-6 * k) } },
    anchor: null,
    changes: [{ kind: 'cells', series }],
    schools: {},
    shelf: null,
    against: 'step'
  };
};
const picture = (quick: boolean, calls: number): number[] =>
  timesOf(calls, (k) => {
    const made = changePicture(view(k), quick);
    if (!made.ok) throw new Error(made.errors.map((e) => e.message).join(' '));
  });
tell([
  ...spread('change.quick', 'a change for the frame after an edit', picture(true, 120)),
  ...spread('change.whole', 'a change with bands and figures of a run', picture(false, 40)),
  ...spread(
    'change.advice',
    'what makes a change safe',
    timesOf(20, (k) => void changeAdvice(view(k)))
  )
]);
