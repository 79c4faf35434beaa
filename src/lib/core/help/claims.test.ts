import assert from 'node:assert/strict';
import { test } from 'node:test';
import { DEMO_CRAFTS, setupDocument } from '../../server/demo/crafts.ts';
import { withChanges } from '../document/change.ts';
import type { SetupDocument } from '../document/schema.ts';
import { air } from '../fluids/air.ts';
import { water } from '../fluids/water.ts';
import { analysisOf } from '../analysis/setup-analysis.ts';
import { show } from '../units/show.ts';
import { helpView } from './help.ts';
import { cellsRule, MOVES, ratioOf, torqueAtSameTurns, withMoved } from './moved.ts';

const { millimetreWider, oneCellMore, tenthMoreKv, tenthSteeper, tenthWider, twiceTheAh, twiceTheC } = MOVES;

// Every statement of Help that has a number, or a direction, is held against the product for every setup of the demo.
const SETUPS = DEMO_CRAFTS.flatMap((craft) =>
  craft.setups.map((s) => ({ name: `${craft.name}, ${s.name}`, document: setupDocument(craft, s) }))
);
const words = (id: string, document: SetupDocument): string =>
  (helpView(id, document)?.paragraphs ?? [])
    .flat()
    .map((p) => ('words' in p ? p.words : `{${p.figure}}`))
    .join(' ');
const amps = (w: { batteryCurrentA: number }): number => w.batteryCurrentA;
const each = (
  check: (document: SetupDocument, name: string) => void,
  kinds: readonly string[] = []
): void => {
  const chosen = SETUPS.filter(
    ({ document }) => kinds.length === 0 || kinds.includes(document.propulsor.kind)
  );
  assert.ok(chosen.length > 1);
  for (const { name, document } of chosen) check(document, name);
};
const ANY_SCREW = ['submerged-screw', 'surface-drive'];

test('what a page says of a tenth, a cell or a millimetre is what its own slider shows', () => {
  const moves = [
    ['watts', oneCellMore, []],
    ['kv', tenthMoreKv, []],
    ['bigger-pack', twiceTheAh, []],
    ['bigger-propeller', tenthWider, []],
    ['cells', oneCellMore, []],
    ['screws', millimetreWider, ANY_SCREW],
    ['pitch-speed', tenthSteeper, ['propeller']]
  ] as const;
  for (const [id, move, kinds] of moves)
    each((document, name) => {
      const [path, value] = move(document);
      const own = helpView(id, document);
      assert.equal(own?.knob?.path, path);
      // not beyond the slider's end
      if (value > own.knob.high) return;
      const moved = helpView(id, document, value)?.figures.find((f) => f.id === 'amps');
      assert.ok(moved, `${id} ${name}`);
      const said = show(moved.value / moved.before);
      assert.ok(
        words(id, document).includes(`${said} times`),
        `${id}, ${name}: ${said}: ${words(id, document)}`
      );
    }, kinds);
});

test('one cell more: the watts grow by volts and amps both; the rule of 1.6 is never below what is solved', () => {
  each((document, name) => {
    const s = analysisOf(document);
    const [v, a, w] = [
      ratioOf(s, oneCellMore, (p) => p.batteryVoltageV),
      ratioOf(s, oneCellMore, amps),
      ratioOf(s, oneCellMore, (p) => p.electricalPowerW)
    ];
    assert.ok(v > 1 && a > 1 && Math.abs(w / (v * a) - 1) < 1e-6, name);
    assert.ok(a <= cellsRule(s) * 1.005, `${name}: ${a} of ${cellsRule(s)}`);
  });
});

test('more KV is more load: the amps grow faster than the thrust; more C on the label changes nothing but the rating', () => {
  each((document, name) => {
    const s = analysisOf(document);
    assert.ok(ratioOf(s, tenthMoreKv, amps) > ratioOf(s, tenthMoreKv, (w) => w.thrustN), name);
    const { cellResistanceOhm: _known, ...bare } = document.battery;
    for (const battery of [{ ...bare, cellResistanceOhm: 0.004 }, bare]) {
      const setup = { ...document, battery };
      const grown = ratioOf(analysisOf(setup), twiceTheC, amps);
      const says = words('c-rating', setup);
      if (/nothing but the rating changes/.test(says)) assert.equal(grown, 1, name);
      else assert.ok(says.includes(`the amps ${show(grown)} times`), `${name}: ${grown}: ${says}`);
    }
  });
});

test('a larger ESC pushes nothing; a bigger pack pushes as far as the old one sagged, and lasts longer', () => {
  each((document, name) => {
    const s = analysisOf(document);
    if (document.esc?.continuousA != null) {
      const large = analysisOf(withMoved(document, 'esc.continuousA', 2 * document.esc.continuousA));
      assert.ok(Math.abs(large.worst.batteryCurrentA / s.worst.batteryCurrentA - 1) < 0.01, name);
    }
    const grown = ratioOf(s, twiceTheAh, amps);
    // half of the sag is gone: the amps follow the volts to the power of 1 to 2
    const sag = s.worst.openCircuitV / s.worst.batteryVoltageV;
    assert.ok(grown >= 1 && grown < sag, `${name}: ${grown}, sag ${sag}`);
    const longer = analysisOf(withMoved(document, ...twiceTheAh(document)));
    assert.ok((longer.lasting('mixed')?.seconds ?? 0) > 1.5 * (s.lasting('mixed')?.seconds ?? 0), name);
  });
});

test('a bigger propulsor slows the motor and draws more; for the same watts, with a lower KV, it makes more thrust', () => {
  each((document, name) => {
    const s = analysisOf(document);
    assert.ok(ratioOf(s, tenthWider, (w) => w.rpm) < 1 && ratioOf(s, tenthWider, amps) > 1, name);
    assert.ok(torqueAtSameTurns(s) > 1.3 && torqueAtSameTurns(s) < 2, name);
  });
  each(
    (document, name) => {
      const own = analysisOf(document).worst;
      const wide = {
        ...document,
        propulsor: { ...document.propulsor, diameterM: 1.15 * document.propulsor.diameterM }
      };
      // the KV at which it takes the same watts
      let [low, high] = [0.3 * document.motor.kvRpmPerVolt, document.motor.kvRpmPerVolt];
      let worst = own;
      for (let k = 0; k < 30; k++) {
        const kv = (low + high) / 2;
        worst = analysisOf(withChanges(wide, [{ path: 'motor.kvRpmPerVolt', value: kv }])).worst;
        if (worst.electricalPowerW > own.electricalPowerW) high = kv;
        else low = kv;
      }
      assert.ok(Math.abs(worst.electricalPowerW / own.electricalPowerW - 1) < 0.01, name);
      assert.ok(worst.thrustN > own.thrustN && worst.rpm < own.rpm, name);
    },
    ['propeller']
  );
});

test('a fan gives less than half the thrust of each watt; a tired pack lowers volts and amps, weed and pitch raise amps', () => {
  const pull = (kind: string): number => {
    const list = SETUPS.filter(
      (s) => s.document.propulsor.kind === kind && s.document.craft.kind === 'fixed-wing'
    );
    const each = list
      .map(({ document }) => analysisOf(document).worst)
      .map((w) => w.thrustN / w.electricalPowerW);
    return each.reduce((a, b) => a + b, 0) / each.length;
  };
  assert.ok(pull('ducted-fan') < 0.5 * pull('propeller'), `${pull('ducted-fan')} ${pull('propeller')}`);
  each((document, name) => {
    const s = analysisOf(document);
    const ohm = s.model.packOhm / document.battery.series;
    const tired = analysisOf(
      withChanges(document, [
        { path: 'battery.cellResistanceOhm', value: 3 * ohm * (document.battery.parallel ?? 1) }
      ])
    );
    assert.ok(tired.worst.batteryCurrentA < s.worst.batteryCurrentA, name);
    assert.ok(tired.worst.batteryVoltageV < s.worst.batteryVoltageV, name);
    if (s.boat)
      assert.ok(
        s.worst.batteryCurrentA >
          s.at([{ throttle: 1, speedMs: s.boat.topSpeedMs, stateOfCharge: 1 }])[0].batteryCurrentA,
        name
      );
  });
  // "eight hundred times as dense": fresh water at 15 °C over air at sea level
  assert.equal(Math.round(water('fresh', 15).densityKgM3 / air(0, 15).densityKgM3 / 100), 8);
});
