import type { Segment } from '../segments.ts';
import type { SetupDocument } from '../../document/schema.ts';
import { showRound, inInches, show, showUnit } from '../../units/show.ts';
import { type Box, type Line, type Mark, type Label, boxOf, wrapped, LINE } from './drawing.ts';
import type { Harness } from '../harness.ts';
import { calledOf } from '../../shorthand/part-name.ts';
import { CHEMISTRIES } from '../../parts/pack/chemistry.ts';
import { receiverFeedOf, escSupplyOf } from '../../model/receiver-feed.ts';
import type { SetupAnalysis } from '../../analysis/setup-analysis.ts';
import { plugsOf } from '../../model/plugs.ts';

/** Columns of the drawing: left edge and width of each. */
export const PACK = { x: 8, w: 150 };
export const BOARD = { x: 292, w: 76 };
export const ESC_ONE = { x: 340, w: 150 };
export const ESC_MANY = { x: 478, w: 122 };
export const MOTOR_ONE = { x: 630, w: 120 };
export const MOTOR_MANY = { x: 712, w: 140 };
export const WIDTH = 860;

/** Where the leads of a separate supply come down from the pack. */
export const SUPPLY_X = PACK.x + 60;

/** Rows: where the power begins, and the least height of a unit. */
export const TOP = 34;
export const UNIT_H = 50;
export const GAP = 12;

/** A length in whole centimetres. */
export const cm = (m: number): string => `${Math.round(100 * m)} cm`;

/** A lead: gauge and length; one that nobody chose says that it would do. */
export const wire = (x: Segment): string =>
  `gauge ${x.awg}, ${cm(x.lengthM)}${x.gaugeTold ? '' : ' (would do)'}`;

/** What an ESC is called: a board where it drives several motors. */
export const escTitle = (setup: SetupDocument): string =>
  setup.esc?.continuousA == null ? 'ESC' : `ESC ${showRound(setup.esc.continuousA)} A`;

/** What drives: size of the propulsor in the trade's words. */
export function propulsorWords({ propulsor: p }: SetupDocument): string {
  if (p.kind === 'ducted-fan') return `${Math.round(1000 * p.diameterM)} mm fan`;
  const mm = p.kind === 'submerged-screw' || p.kind === 'surface-drive';
  return mm
    ? `${Math.round(1000 * p.diameterM)} mm screw`
    : `${inInches(p.diameterM)} × ${inInches(p.pitchM)} propeller`;
}

/** Collects shapes. */
export class Sheet {
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
export function packBox(sheet: Sheet, setup: SetupDocument, h: Harness, least: number): Box {
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
export function receiverRow(sheet: Sheet, s: SetupAnalysis, y: number, esc: Box, left: number): number {
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

/** Plug of the pack and what stands between, in words. */
export function plugWords(s: SetupAnalysis, h: Harness): string {
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
export function powerMarks(
  sheet: Sheet,
  s: SetupAnalysis,
  x1: number,
  x2: number,
  mid: number,
  gap: number
): void {
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
