import type { SetupAnalysis } from '../../analysis/setup-analysis.ts';
import { type Harness, fuseFor } from '../harness.ts';
import type { Segment } from '../segments.ts';
import { calledOf } from '../../shorthand/part-name.ts';
import type { Box, Schematic } from './drawing.ts';
import { escBoardsOf } from '../../model/all-up-mass.ts';
import { showRound, showUnit, show } from '../../units/show.ts';
import { connectorOf } from '../../standard-sizes/connectors.ts';
import { joinList } from '../../text/join-list.ts';
import {
  Sheet,
  packBox,
  ESC_ONE,
  TOP,
  escTitle,
  MOTOR_ONE,
  powerMarks,
  wire,
  plugWords,
  WIDTH,
  propulsorWords,
  receiverRow,
  UNIT_H,
  GAP,
  BOARD,
  ESC_MANY,
  MOTOR_MANY,
  PACK,
  SUPPLY_X,
  cm
} from './boxes.ts';

/** One powertrain, left to right. */
function single(sheet: Sheet, s: SetupAnalysis, h: Harness): number {
  const { setup } = s;
  const [lead] = h.segments;
  const motorLead = h.segments.find((x) => x.id === 'motor-lead') as Segment;
  const pack = packBox(sheet, setup, h, 92);
  const esc = sheet.box(
    'esc',
    ESC_ONE.x,
    TOP,
    ESC_ONE.w,
    escTitle(setup),
    [calledOf('esc', setup).name],
    pack.h
  );
  const motor = sheet.box(
    'motor',
    MOTOR_ONE.x,
    TOP,
    MOTOR_ONE.w,
    'motor',
    [calledOf('motor', setup).name, `${Math.round(setup.motor.kvRpmPerVolt)} KV`],
    Math.max(pack.h, esc.h)
  );
  const mid = TOP + 46;
  const [x1, x2] = [pack.x + pack.w, esc.x];
  sheet.pair('pack-lead', x1, mid, x2, mid, 24);
  powerMarks(sheet, s, x1, x2, mid, 24);
  sheet.words('pack-lead', x1, x2, mid - 36, wire(lead), true);
  let low = sheet.words('pack-plug', x1, x2, mid + 48, plugWords(s, h));
  const [m1, m2] = [esc.x + esc.w, motor.x];
  for (const [k, off] of [-16, 0, 16].entries())
    sheet.lines.push({
      id: `phase-${k + 1}`,
      kind: 'phase',
      points: [
        [m1, mid + off],
        [m2, mid + off]
      ]
    });
  sheet.words('motor-lead', m1, m2, mid - 36, wire(motorLead), true);
  const joint = h.joints.find((j) => j.id === 'motor-joint');
  low = Math.max(low, sheet.words('motor-joint', m1, m2, mid + 48, joint?.fitted ?? joint?.suggested ?? ''));
  sheet.lines.push({
    id: 'shaft',
    kind: 'shaft',
    points: [
      [motor.x + motor.w, mid],
      [motor.x + motor.w + 24, mid]
    ]
  });
  const turn = h.motors[0];
  sheet.marks.push({ kind: turn.turns, x: motor.x + motor.w + 44, y: mid });
  low = Math.max(
    low,
    sheet.words(
      'propulsor',
      motor.x + motor.w + 2,
      WIDTH,
      mid + 40,
      `${propulsorWords(setup)}, ${turn.turns} from ${turn.seenFrom}`
    )
  );
  if (h.capacitor.wantedF !== null) {
    sheet.marks.push({ kind: 'capacitor', x: esc.x - 14, y: mid });
  }
  return receiverRow(
    sheet,
    s,
    Math.max(low, pack.y + pack.h, esc.y + esc.h, motor.y + motor.h) + 34,
    esc,
    pack.x + 60
  );
}

/** Several powertrains on one pack. */
function several(sheet: Sheet, s: SetupAnalysis, h: Harness): number {
  const { setup } = s;
  const n = s.powertrain.count;
  const [lead] = h.segments;
  const branch = h.segments.find((x) => x.id === 'branch');
  const motorLead = h.segments.find((x) => x.id === 'motor-lead') as Segment;
  const joint = h.joints.find((j) => j.id === 'motor-joint');
  const oneBoard = (setup.esc?.channels ?? 1) > 1;
  const units = h.motors.map((m, k) => {
    const y = TOP + 38 + k * (UNIT_H + GAP);
    return { m, y, mid: y + UNIT_H / 2 };
  });
  const bottom = units[n - 1].y + UNIT_H;
  const pack = packBox(sheet, setup, h, 92);
  const mid = TOP + 46;
  // one board that drives all motors takes the pack's lead itself
  const board = branch
    ? sheet.box('board', BOARD.x, TOP, BOARD.w, n === 2 ? 'forked lead' : 'power board', [], bottom - TOP)
    : null;
  const into = board?.x ?? ESC_MANY.x;
  const from = board ? mid : Math.max(mid, units[0].mid);
  sheet.pair('pack-lead', pack.x + pack.w, from, into, from, 24);
  powerMarks(sheet, s, pack.x + pack.w, into, from, 24);
  sheet.words('pack-lead', pack.x + pack.w, into, from - 36, wire(lead), true);
  sheet.words('pack-plug', pack.x + pack.w, into, from + 48, plugWords(s, h));
  let first: Box | null = null;
  if (oneBoard) {
    first = sheet.box(
      'esc',
      ESC_MANY.x,
      units[0].y,
      ESC_MANY.w,
      escTitle(setup),
      [
        calledOf('esc', setup).name,
        escBoardsOf(setup) === 1
          ? `one board for ${n} motors`
          : `${escBoardsOf(setup)} boards for ${setup.esc?.channels} each`
      ],
      bottom - units[0].y
    );
  }
  units.forEach(({ m, y, mid: row }, k) => {
    const esc = oneBoard
      ? (first as Box)
      : sheet.box(
          `esc-${m.number}`,
          ESC_MANY.x,
          y,
          ESC_MANY.w,
          `ESC ${m.number}`,
          [k === 0 && setup.esc?.continuousA != null ? `${showRound(setup.esc.continuousA)} A each` : ''],
          UNIT_H
        );
    first ??= esc;
    if (board && (!oneBoard || k === 0)) {
      const at = oneBoard ? units[0].mid : row;
      sheet.pair(`branch-${m.number}`, board.x + board.w, at, ESC_MANY.x, at, 20);
      sheet.marks.push({ kind: 'plus', x: board.x + board.w + 12, y: at - 20 });
      sheet.marks.push({ kind: 'minus', x: board.x + board.w + 12, y: at + 21 });
    }
    sheet.box(`motor-${m.number}`, MOTOR_MANY.x, y, MOTOR_MANY.w, `motor ${m.number}`, [m.place], UNIT_H);
    for (const [j, off] of [-12, 0, 12].entries())
      sheet.lines.push({
        id: `phase-${m.number}-${j + 1}`,
        kind: 'phase',
        points: [
          [ESC_MANY.x + ESC_MANY.w, row + off],
          [MOTOR_MANY.x, row + off]
        ]
      });
    sheet.marks.push({ kind: m.turns, x: MOTOR_MANY.x + MOTOR_MANY.w - 22, y: y + 15 });
  });
  const mx = [ESC_MANY.x + ESC_MANY.w, MOTOR_MANY.x] as const;
  if (board && branch)
    sheet.words('branch', board.x + board.w, ESC_MANY.x, units[0].y - 2, wire(branch), true);
  sheet.words('motor-lead', mx[0], mx[1], units[0].y - 2, wire(motorLead), true);
  let low = bottom;
  // under the pack: name and KV of the motors, which have no room beside them
  const under = sheet.box(
    'motors',
    PACK.x + 92,
    Math.max(pack.y + pack.h + 80, TOP + 220),
    PACK.w + 10,
    `${n} × ${calledOf('motor', setup).name || 'motor'}`,
    [
      `${Math.round(setup.motor.kvRpmPerVolt)} KV, ${joint?.fitted ?? joint?.suggested ?? ''}`,
      `${n} × ${propulsorWords(setup)}`,
      `turns seen from ${h.motors[0].seenFrom}`,
      !oneBoard && calledOf('esc', setup).name ? `${n} × ${calledOf('esc', setup).name}` : ''
    ]
  );
  low = Math.max(low, under.y + under.h);
  const lastEsc = sheet.boxes.filter((b) => b.id.startsWith('esc')).at(-1) as Box;
  return receiverRow(sheet, s, low + 50, lastEsc, SUPPLY_X);
}

/** The wiring of a setup as a schematic: parts by name, gauges, lengths and plugs beside the wires, polarity on them. */
export function schematicOf(s: SetupAnalysis, h: Harness): Schematic {
  const sheet = new Sheet();
  const low = s.powertrain.count > 1 ? several(sheet, s, h) : single(sheet, s, h);
  const { boxes, lines, marks, labels } = sheet;
  return {
    width: WIDTH,
    height: Math.ceil(low + 8),
    boxes,
    lines,
    marks,
    labels,
    words: wordsFor(s, h)
  };
}

/** The drawing in words. */
function wordsFor(s: SetupAnalysis, h: Harness): string {
  const plug = connectorOf(s.setup.battery.connector);
  const leads = h.segments.map(
    (x) => `${x.title}: gauge ${x.awg}, ${cm(x.lengthM)}, ${showUnit(x.currentA, 'A')}`
  );
  const turns = h.motors.map((m) => `${m.place === '' ? 'the motor' : m.place} ${m.turns}`);
  return `From the pack${plug ? ` by a ${plug.title}` : ''}; ${leads.join('; ')}. Seen from ${h.motors[0].seenFrom}: ${joinList(turns)}.${s.setup.wiring?.fuseA == null ? '' : ` Fuse of ${show(s.setup.wiring.fuseA)} A; ${fuseFor(s.worst.batteryCurrentA)} A would do.`}`;
}
