import { connectorOf } from '../../standard-sizes/connectors.ts';
import { escBoardsOf } from '../../model/all-up-mass.ts';
import { escSupplyOf, receiverFeedOf } from '../../model/receiver-feed.ts';
import { plugsOf } from '../../model/plugs.ts';
import { CHEMISTRIES } from '../../parts/pack/chemistry.ts';
import type { SetupDocument } from '../../document/schema.ts';
import type { SetupAnalysis } from '../../analysis/setup-analysis.ts';
import { joinList } from '../../text/join-list.ts';
import { calledOf } from '../../shorthand/part-name.ts';
import { inInches, show, showRound, showUnit } from '../../units/show.ts';
import { fuseFor, type Harness } from '../harness.ts';
import type { Segment } from '../segments.ts';
import {
  boxOf,
  LINE,
  wrapped,
  type Box,
  type Label,
  type Line,
  type Mark,
  type Schematic
} from './drawing.ts';

/** Columns of the drawing: left edge and width of each. */
const PACK = { x: 8, w: 150 };
const BOARD = { x: 292, w: 76 };
const ESC_ONE = { x: 340, w: 150 };
const ESC_MANY = { x: 478, w: 122 };
const MOTOR_ONE = { x: 630, w: 120 };
const MOTOR_MANY = { x: 712, w: 140 };
const WIDTH = 860;
/** Where the leads of a separate supply come down from the pack. */
const SUPPLY_X = PACK.x + 60;
/** Rows: where the power begins, and the least height of a unit. */
const TOP = 34;
const UNIT_H = 50;
const GAP = 12;

const cm = (m: number): string => `${Math.round(100 * m)} cm`;
const wire = (x: Segment): string => `gauge ${x.awg}, ${cm(x.lengthM)}${x.gaugeTold ? '' : ' (would do)'}`;

const escTitle = (setup: SetupDocument): string =>
  setup.esc?.continuousA == null ? 'ESC' : `ESC ${showRound(setup.esc.continuousA)} A`;

/** What drives: size of the propulsor in the trade's words. */
function propulsorWords({ propulsor: p }: SetupDocument): string {
  if (p.kind === 'ducted-fan') return `${Math.round(1000 * p.diameterM)} mm fan`;
  const mm = p.kind === 'submerged-screw' || p.kind === 'surface-drive';
  return mm
    ? `${Math.round(1000 * p.diameterM)} mm screw`
    : `${inInches(p.diameterM)} × ${inInches(p.pitchM)} propeller`;
}

/** Collects shapes. */
class Sheet {
  readonly boxes: Box[] = [];
  readonly lines: Line[] = [];
  readonly marks: Mark[] = [];
  readonly labels: Label[] = [];

  box(...of: Parameters<typeof boxOf>): Box {
    const box = boxOf(...of);
    this.boxes.push(box);
    return box;
  }

  /** Plus and minus from one place to another: along, then down or up in the middle where the heights differ. */
  pair(id: string, x1: number, y1: number, x2: number, y2: number, gap: number, bend = (x1 + x2) / 2): void {
    for (const [kind, off] of [
      ['plus', -gap / 2],
      ['minus', gap / 2]
    ] as const) {
      const [from, to] = [y1 + off, y2 + off];
      this.lines.push({
        id: `${id}-${kind}`,
        kind,
        points:
          Math.abs(from - to) < 0.5
            ? [
                [x1, from],
                [x2, to]
              ]
            : [
                [x1, from],
                [bend + off, from],
                [bend + off, to],
                [x2, to]
              ]
      });
    }
  }

  /** Words in a column between two edges, from a baseline downwards, or upwards to it. */
  words(id: string, x1: number, x2: number, y: number, text: string, upwards = false): number {
    const lines = wrapped(text, x2 - x1 - 6);
    const top = upwards ? y - LINE * (lines.length - 1) : y;
    lines.forEach((line, k) =>
      this.labels.push({
        id: `${id}-${k}`,
        x: (x1 + x2) / 2,
        y: top + LINE * k,
        anchor: 'middle',
        text: line
      })
    );
    return upwards ? top : y + LINE * lines.length;
  }
}

/** The pack or packs, and where their leads leave. */
function packBox(sheet: Sheet, setup: SetupDocument, h: Harness, least: number): Box {
  const { battery: b } = setup;
  const { series, parallel, cellsEach } = h.packs;
  const many = series * parallel > 1;
  return sheet.box(
    'pack',
    PACK.x,
    TOP,
    PACK.w,
    many ? `${series * parallel} packs` : 'pack',
    [
      calledOf('battery', setup).name,
      `${b.series}S ${CHEMISTRIES[b.chemistry].name}, ${show(b.capacityAh, 2)} Ah`,
      many
        ? [
            series > 1 ? `${series} of ${cellsEach}S in series` : '',
            parallel > 1 ? `${parallel} in parallel` : ''
          ]
            .filter(Boolean)
            .join(', ')
        : ''
    ],
    least
  );
}

/** What hangs on the receiver, in one line for each kind. */
const loadWords = (setup: SetupDocument): string[] => {
  const { loads } = receiverFeedOf(setup);
  const servos = setup.craft.servos;
  return loads.length > 0
    ? loads.map((l) => `${l.count > 1 ? `${l.count} × ` : ''}${l.title}`)
    : servos
      ? [`${servos} servo${servos === 1 ? '' : 's'}`]
      : [];
};

/** Receiver, its supply and its loads, below the power. Returns the lowest y. */
function receiverRow(sheet: Sheet, s: SetupAnalysis, y: number, esc: Box, left: number): number {
  const { setup } = s;
  const feed = receiverFeedOf(setup);
  const rotors = s.kind === 'multirotor';
  const name = rotors ? 'flight controller, receiver' : 'receiver';
  const receiver = sheet.box('receiver', esc.x, y, esc.w, name, [], 44);
  const own = feed.source === 'esc';
  const fedElsewhere = feed.source === 'separate' || feed.source === 'own-pack';
  const supply = escSupplyOf(setup.esc);
  // where it is not told whether the ESC has a supply, its red wire is pulled all the same
  const pulled = !own && (supply === 'has' || (fedElsewhere && supply === 'not-told'));
  const x = esc.x + esc.w / 2;
  sheet.lines.push({
    id: 'signal',
    kind: 'servo',
    points: [
      [x, esc.y + esc.h],
      [x, y]
    ]
  });
  if (pulled) sheet.marks.push({ kind: 'cut', x, y: (esc.y + esc.h + y) / 2 });
  let low = receiver.y + receiver.h;
  const each = s.powertrain.count > 1 ? ' of each ESC' : '';
  const lead = own
    ? `signal, ${showUnit(feed.outputV, 'V', 2)}, minus${each}`
    : pulled
      ? `signal, minus${each}; middle pin out`
      : `signal, minus${each}`;
  sheet.words('signal', x + 8, x + 8 + Math.min(WIDTH - x - 16, 190), y - 10, lead, true);
  if (feed.source === 'separate' || feed.source === 'own-pack') {
    const title = feed.source === 'own-pack' ? 'pack of its own' : 'supply';
    const box = sheet.box('supply', PACK.x, y, PACK.w, title, [
      feed.name === 'separate supply' || feed.name === 'a pack of its own' ? '' : feed.name,
      `${showUnit(feed.outputV, 'V', 2)}${feed.continuousA === null ? '' : `, ${showUnit(feed.continuousA, 'A', 2)}`}`
    ]);
    const mid = receiver.y + receiver.h / 2;
    sheet.pair('supply', PACK.x + PACK.w, mid, receiver.x, mid, 12);
    sheet.marks.push({ kind: 'plus', x: PACK.x + PACK.w + 12, y: mid - 16 });
    sheet.marks.push({ kind: 'minus', x: PACK.x + PACK.w + 12, y: mid + 17 });
    if (feed.source === 'separate') {
      // its input comes from the pack's leads, at the pack
      sheet.pair('supply-in', left, box.y, left, y - 1, 10);
      sheet.lines.splice(-2, 2);
      for (const [kind, off] of [
        ['plus', -8],
        ['minus', 8]
      ] as const)
        sheet.lines.push({
          id: `supply-in-${kind}`,
          kind,
          points: [
            [left + off, sheet.boxes[0].y + sheet.boxes[0].h],
            [left + off, y]
          ]
        });
    }
    low = Math.max(low, box.y + box.h);
  }
  const loads = loadWords(setup);
  if (loads.length > 0) {
    const box = sheet.box(
      'loads',
      receiver.x + receiver.w + 60,
      y,
      170,
      rotors ? 'on board' : 'servos and more',
      loads
    );
    sheet.lines.push({
      id: 'loads',
      kind: 'servo',
      points: [
        [receiver.x + receiver.w, receiver.y + receiver.h / 2],
        [box.x, receiver.y + receiver.h / 2]
      ]
    });
    low = Math.max(low, box.y + box.h);
  }
  return low;
}

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

/** Plug of the pack and what stands between, in words. */
function plugWords(s: SetupAnalysis, h: Harness): string {
  const plug = h.joints.find((j) => j.id === 'pack-plug');
  const { unlike, adapter, esc } = plugsOf(s.setup);
  const parts = [plug?.fitted ?? `${plug?.suggested ?? ''} (would do)`];
  if (unlike && esc)
    parts.push(adapter ? `adapter to ${esc.title}` : `the ESC has ${esc.title}: adapter needed`);
  if (s.setup.wiring?.fuseA != null) parts.push(`fuse ${show(s.setup.wiring.fuseA)} A`);
  if (s.setup.wiring?.armingPlug === 'fitted') parts.push('arming plug');
  if (h.capacitor.wantedF !== null)
    parts.push(`${Math.round((h.capacitor.fittedF ?? h.capacitor.wantedF) * 1e6)} µF at the ESC`);
  return parts.join('; ');
}

/** Signs on the main leads: plus, minus, plug, and what is in the plus lead. */
function powerMarks(sheet: Sheet, s: SetupAnalysis, x1: number, x2: number, mid: number, gap: number): void {
  sheet.marks.push({ kind: 'plus', x: x1 + 12, y: mid - gap / 2 - 12 });
  sheet.marks.push({ kind: 'minus', x: x1 + 12, y: mid + gap / 2 + 12 });
  sheet.marks.push({ kind: 'plug', x: x1 + 0.36 * (x2 - x1), y: mid });
  const inPlus: ('fuse' | 'arming')[] = [];
  if (s.setup.wiring?.fuseA != null) inPlus.push('fuse');
  if (s.setup.wiring?.armingPlug === 'fitted') inPlus.push('arming');
  inPlus.forEach((kind, k) =>
    sheet.marks.push({ kind, x: x1 + (0.58 + 0.2 * k) * (x2 - x1), y: mid - gap / 2 })
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
