import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { Answered } from '../../api/client.ts';
import type { SetupDocument } from '../../core/document/schema.ts';
import type { StoredSetup } from '../../core/document/stored.ts';
import { fitAround } from '../../core/alternatives/fit-around.ts';
import {
  fittingsFor,
  matchPicture,
  mendsFor,
  type Depth,
  remediesFor,
  whyFigure,
  type MatchPicture
} from '../../core/match/match-picture.ts';
import type { MatchMends } from '../../core/match/mends.ts';
import { Editor, type EditorState } from './editor.ts';
import type { Ports } from './ports.ts';

const DOCUMENT: SetupDocument = {
  format: 'iskarn.setup/1',
  name: 'First',
  craft: { kind: 'fixed-wing', massKg: 1.2, wingAreaM2: 0.3, purpose: 'sport' },
  battery: { chemistry: 'lipo', series: 3, capacityAh: 2.2, continuousC: 30, massKg: 0.18 },
  esc: { continuousA: 40, maxSeries: 4 },
  motor: { kvRpmPerVolt: 1000, resistanceOhm: 0.05, noLoadCurrentA: 1, massKg: 0.09 },
  propulsor: { kind: 'propeller', diameterM: 0.254, pitchM: 0.127, blades: 2, family: 'thin-electric' }
};
const LOOK = { point: { throttle: 1, speedMs: 0, stateOfCharge: 1 }, schools: {} };

function pictureOf(document: SetupDocument): MatchPicture {
  const drawn = matchPicture(document, LOOK, 'banded');
  assert.ok(drawn.ok);
  return drawn.picture;
}
const PICTURE = pictureOf(DOCUMENT);

const stored = (revision: number, document = DOCUMENT): StoredSetup => ({
  id: 7,
  revision,
  craftId: 1,
  document,
  inUse: true,
  pinned: false,
  canUndo: revision > 1,
  canRedo: false,
  undoLabel: null,
  redoLabel: null,
  changedFrom: null
});

interface Sent {
  id: string;
  body: { document?: SetupDocument; label?: string; revision?: number };
}

/** A world that does what it is told: the real core without workers, a server of one setup, a clock that is wound by hand. */
function world() {
  const kept = new Map<string, string>();
  const sent: Sent[] = [];
  const timers: (() => void)[] = [];
  const server = { stands: stored(1), history: [stored(1)] };
  let refusing: Extract<Answered<never>, { ok: false }> | null = null;
  let slow: Promise<void> | null = null;
  const depths: Depth[] = [];
  const answer = (id: string, body: Sent['body']): Answered<StoredSetup> => {
    if (refusing) return refusing;
    if (body.revision !== server.stands.revision)
      return { ok: false, status: 409, message: 'stale', errors: [], current: server.stands };
    const revision = server.stands.revision + 1;
    if (id === 'undoSetup')
      server.stands = { ...stored(revision, server.history[0].document), canRedo: true };
    else server.stands = stored(revision, body.document);
    server.history.push(server.stands);
    return { ok: true, value: server.stands };
  };
  const ports: Ports = {
    picture: async (_pace, document, look, depth, chart) => {
      depths.push(depth);
      await slow;
      return matchPicture(structuredClone(document), look, depth, chart);
    },
    why: async (document, look, id) => whyFigure(document, look, id),
    remedies: async (document, look, id) => remediesFor(document, look, id),
    fitted: async (document, schools) => fitAround(document, { schools }),
    fittings: async (document, look, shelf) => fittingsFor(document, look, shelf),
    call: (async (id: string, given: { body: Sent['body'] }) => {
      sent.push({ id, body: structuredClone(given.body) });
      return answer(id, given.body);
    }) as unknown as Ports['call'],
    storage: {
      getItem: (k) => kept.get(k) ?? null,
      setItem: (k, v) => void kept.set(k, v),
      removeItem: (k) => void kept.delete(k)
    },
    later: (_ms, act) => {
      timers.push(act);
      return () => {
        const at = timers.indexOf(act);
        if (at >= 0) timers.splice(at, 1);
      };
    }
  };
  const patches: Partial<EditorState>[] = [];
  const editor = new Editor(stored(1), PICTURE, {}, ports, (patch) => patches.push(patch));
  return {
    editor,
    sent,
    kept,
    server,
    patches,
    depths,
    /** Lets every timer that is due run. */
    tick: () => {
      for (const act of timers.splice(0)) act();
    },
    /** Lets every timer that is due run, and what follows from them. */
    wind: async () => {
      for (const act of timers.splice(0)) act();
      await editor.flush();
    },
    /** Lets timers run until none is left, as on a page that is left alone. */
    settle: async () => {
      for (let quiet = 0; quiet < 5; quiet++) {
        await new Promise((resolve) => setTimeout(resolve));
        if (timers.length > 0) quiet = 0;
        for (const act of timers.splice(0)) act();
      }
    },
    refuse: (status: number) => (refusing = { ok: false, status, message: `refused ${status}`, errors: [] }),
    accept: () => (refusing = null),
    hold: () => {
      let go = (): void => {};
      slow = new Promise((resolve) => (go = resolve));
      return () => {
        slow = null;
        go();
      };
    }
  };
}

test('a text where a figure belongs is refused in words, and no screen is shown it, however long the core takes', async () => {
  const w = world();
  const told = (): unknown[] => w.patches.flatMap((p) => (p.document ? [p.document.esc?.continuousA] : []));
  const free = w.hold();
  const refused = w.editor.edit(
    [{ path: 'esc.continuousA', value: 'fifty' as unknown as number }],
    'ESC rating'
  );
  const onTop = w.editor.edit([{ path: 'motor.kvRpmPerVolt', value: 1100 }], 'motor KV');
  w.tick();
  assert.deepEqual(told(), [40]);
  free();
  assert.equal(await refused, false);
  assert.equal(await onTop, false);
  assert.deepEqual(
    w.editor.state.refused.map((r) => r.path),
    ['esc.continuousA']
  );
  assert.ok(
    told().every((value) => value === 40),
    String(told())
  );
  // a word where a word belongs is shown at once, an empty field's first one when it is drawn
  assert.equal(await w.editor.edit([{ path: 'motor.name', value: 'Drawer A' }], 'motor name'), true);
  assert.equal(w.editor.state.document.motor.name, 'Drawer A');
  assert.equal(w.patches.findLast((p) => p.document)?.document?.motor.name, 'Drawer A');
});

test('an edit is shown at once, drawn, kept in the browser, then sent with the revision it was made from', async () => {
  const w = world();
  const go = w.hold();
  const taken = w.editor.edit([{ path: 'battery.series', value: 4 }], 'pack cells');
  assert.equal(w.editor.state.document.battery.series, 4, 'before it is worked out');
  assert.equal(w.editor.state.saved, 'saving');
  go();
  assert.equal(await taken, true);
  assert.ok(
    w.editor.state.picture.answer.points[0].batteryCurrentA > PICTURE.answer.points[0].batteryCurrentA
  );
  assert.ok(w.kept.has('iskarn-draft-7'), 'a crash now loses nothing');
  assert.equal(w.sent.length, 0, 'not sent with every keystroke');
  await w.wind();
  assert.equal(w.sent.length, 1);
  assert.deepEqual(
    [w.sent[0].id, w.sent[0].body.revision, w.sent[0].body.label],
    ['editSetup', 1, 'pack cells']
  );
  assert.equal(w.editor.state.saved, 'saved');
  assert.ok(!w.kept.has('iskarn-draft-7'), 'the server has it');
  assert.equal(w.editor.state.canUndo, true);
});

test('what belongs to an edit comes with it and is said', async () => {
  const w = world();
  await w.editor.edit([{ path: 'battery.series', value: 6 }], 'pack cells');
  const { battery, craft } = w.editor.state.document;
  assert.ok((battery.massKg as number) > 0.3, 'twice the cells weigh twice as much');
  assert.equal(craft.massKg, DOCUMENT.craft.massKg, 'the all-up weight was given: it stays');
  assert.match(w.editor.state.said, /add up to 1\.\d+ kg now; the all-up weight stays/);
});

test('a refused edit leaves its sentence and changes nothing', async () => {
  const w = world();
  assert.equal(await w.editor.edit([{ path: 'battery.series', value: -1 }], 'cells'), false);
  assert.match(w.editor.state.refused[0].message, /cells in series is -1/);
  assert.equal(w.editor.state.refused[0].path, 'battery.series', 'told where it is wrong');
  assert.deepEqual(w.editor.state.document, DOCUMENT);
  assert.equal(w.editor.state.saved, 'saved');
  await w.wind();
  assert.equal(w.sent.length, 0);
  await w.editor.edit([{ path: 'battery.series', value: 2 }], 'cells');
  assert.deepEqual(w.editor.state.refused, [], 'the next good edit takes the sentence away');
});

test('parts exchanged faster than they are drawn: each is made from the one before, none is lost', async () => {
  const w = world();
  const go = w.hold();
  const keep = (part: 'esc' | 'motor', figures: object) =>
    w.editor.exchange(
      (present) => ({ document: { ...present, [part]: { ...present[part], ...figures } }, said: [] }),
      part
    );
  const both = [keep('esc', { continuousA: 60 }), keep('motor', { kvRpmPerVolt: 1100 })];
  assert.ok(
    !w.patches.slice(1).some((p) => p.document),
    'the screen was not told of the first when the second was made'
  );
  const steps = [0, 1].map(() =>
    w.editor.step((p) => [{ path: 'battery.series', value: p.battery.series + 1 }], 'cells')
  );
  assert.deepEqual(steps, [true, true]);
  assert.equal(
    w.editor.step(() => null, 'no further size'),
    false
  );
  go();
  await Promise.all(both);
  const { esc, motor, battery } = w.editor.state.document;
  assert.deepEqual([esc?.continuousA, motor.kvRpmPerVolt, battery.series], [60, 1100, 5]);
});

test('two edits in a row that are both refused: what stood before them stands again', async () => {
  const w = world();
  const go = w.hold();
  const edits = [-1, -2].map((series) => w.editor.edit([{ path: 'battery.series', value: series }], 'cells'));
  go();
  assert.deepEqual(await Promise.all(edits), [false, false]);
  assert.deepEqual(w.editor.state.document, DOCUMENT);
});

test('edits in a row: each its own step, the last drawn, all sent in order', async () => {
  const w = world();
  await Promise.all(
    [4, 5, 6].map((series) => w.editor.edit([{ path: 'battery.series', value: series }], `${series}`))
  );
  assert.equal(w.editor.state.document.battery.series, 6);
  assert.equal(w.editor.state.picture.document.battery.series, 6);
  await w.wind();
  assert.deepEqual(
    w.sent.map((s) => [s.body.label, s.body.revision]),
    [
      ['4', 1],
      ['5', 2],
      ['6', 3]
    ]
  );
});

test('only what may yet succeed is sent again; the edit stays in the browser either way', async () => {
  const w = world();
  w.refuse(503);
  await w.editor.edit([{ path: 'battery.series', value: 4 }], 'cells');
  await w.wind();
  assert.equal(w.editor.state.saved, 'not saved');
  assert.equal(w.editor.state.saveProblem, 'refused 503');
  w.accept();
  await w.wind();
  assert.equal(w.editor.state.saved, 'saved', 'the timer of the retry sent it');
  w.refuse(422);
  await w.editor.edit([{ path: 'battery.series', value: 5 }], 'cells');
  await w.wind();
  assert.match(w.editor.state.saveProblem, /refused 422 The edit is kept in this browser/);
  const before = w.sent.length;
  w.accept();
  for (let k = 0; k < 3; k++) await Promise.resolve();
  assert.equal(w.sent.length, before, 'nothing is sent by itself');
  assert.ok(w.kept.has('iskarn-draft-7'));
});

test('changed elsewhere, another figure: both changes are kept and it is said', async () => {
  const w = world();
  w.server.stands = stored(5, { ...DOCUMENT, motor: { ...DOCUMENT.motor, kvRpmPerVolt: 900 } });
  await w.editor.edit([{ path: 'esc.continuousA', value: 60 }], 'esc rating');
  await w.wind();
  const { document, said, saved } = w.editor.state;
  assert.deepEqual([document.esc?.continuousA, document.motor.kvRpmPerVolt], [60, 900]);
  assert.match(said, /Changed elsewhere meanwhile: KV\. Both changes are kept/);
  assert.equal(saved, 'saved');
  assert.deepEqual(
    w.sent.map((s) => s.body.revision),
    [1, 5]
  );
  assert.match(w.sent[1].body.label as string, /merged/);
});

test('changed elsewhere, the same figure: nothing more is sent until the user chooses; then the choice is', async () => {
  const w = world();
  const theirs = { ...DOCUMENT, esc: { ...DOCUMENT.esc, continuousA: 80 } };
  w.server.stands = stored(5, theirs);
  await w.editor.edit([{ path: 'esc.continuousA', value: 60 }], 'esc rating');
  await w.wind();
  assert.equal(w.editor.state.conflict?.figures.find((f) => f.disputed)?.path, 'esc.continuousA');
  assert.equal(w.editor.state.saved, 'not saved');
  await w.editor.edit([{ path: 'battery.capacityAh', value: 3 }], 'size');
  await w.wind();
  assert.equal(w.sent.length, 1, 'held');
  assert.ok(
    w.editor.state.conflict?.figures.some((f) => f.path === 'battery.capacityAh'),
    'a later edit joins the choice'
  );
  assert.equal(await w.editor.resolve(['battery.capacityAh']), true);
  assert.deepEqual(
    [w.editor.state.document.esc?.continuousA, w.editor.state.document.battery.capacityAh],
    [80, 3]
  );
  assert.equal(w.editor.state.conflict, null);
  assert.equal(w.editor.state.saved, 'saved');
  assert.equal(w.sent.at(-1)?.body.revision, 5);
});

test('taking theirs whole sends nothing and lets go of the draft', async () => {
  const w = world();
  w.server.stands = stored(5, { ...DOCUMENT, esc: { ...DOCUMENT.esc, continuousA: 80 } });
  await w.editor.edit([{ path: 'esc.continuousA', value: 60 }], 'esc rating');
  await w.wind();
  await w.editor.resolve([]);
  assert.equal(w.editor.state.document.esc?.continuousA, 80);
  assert.equal(w.sent.length, 1);
  assert.ok(!w.kept.has('iskarn-draft-7'));
});

test('undo waits for what is unsent, names the revision, and shows what the server has then', async () => {
  const w = world();
  await w.editor.edit([{ path: 'battery.series', value: 4 }], 'cells');
  await w.editor.move('undo');
  assert.deepEqual(
    w.sent.map((s) => [s.id, s.body.revision]),
    [
      ['editSetup', 1],
      ['undoSetup', 2]
    ]
  );
  assert.equal(w.editor.state.document.battery.series, 3);
  assert.equal(w.editor.state.picture.document.battery.series, 3);
  assert.equal(w.editor.state.canRedo, true);
});

test('undo of what was changed elsewhere shows what stands and does not go further', async () => {
  const w = world();
  w.server.stands = stored(5, { ...DOCUMENT, name: 'Theirs' });
  await w.editor.move('undo');
  assert.equal(w.editor.state.document.name, 'Theirs');
  assert.match(w.editor.state.said, /Press undo again/);
});

test('a draft that a crash left is taken where nothing was changed since, and asked for where it was', async () => {
  const draft = (revision: number) =>
    JSON.stringify({
      document: { ...DOCUMENT, esc: { continuousA: 55 } },
      label: 'esc rating',
      revision,
      base: DOCUMENT
    });
  const same = world();
  same.kept.set('iskarn-draft-7', draft(1));
  await same.editor.recover(stored(1));
  assert.equal(same.editor.state.document.esc?.continuousA, 55);
  await same.wind();
  assert.equal(same.editor.state.saved, 'saved');
  const older = world();
  older.kept.set('iskarn-draft-7', draft(1));
  await older.editor.recover(stored(3, { ...DOCUMENT, motor: { ...DOCUMENT.motor, kvRpmPerVolt: 800 } }));
  assert.equal(older.editor.state.conflict?.why, 'kept-here');
  assert.equal(older.sent.length, 0);
  const damaged = world();
  damaged.kept.set('iskarn-draft-7', '{');
  await damaged.editor.recover(stored(1));
  assert.match(damaged.editor.state.said, /could not be read; it was set aside/);
});

test('a newer version read from the server is taken only where nothing here waits', async () => {
  const w = world();
  await w.editor.offer(stored(4, { ...DOCUMENT, name: 'Newer' }));
  assert.equal(w.editor.state.document.name, 'Newer');
  await w.editor.edit([{ path: 'battery.series', value: 4 }], 'cells');
  await w.editor.offer(stored(9, { ...DOCUMENT, name: 'Newest' }));
  assert.equal(w.editor.state.document.name, 'Newer', 'an unsent edit is not overrun');
  await w.editor.offer({ ...stored(10), id: 8 });
  assert.equal(w.editor.state.document.battery.series, 4, 'another setup is none of its business');
});

test('findings do not flicker while bands are worked out: the quick picture carries the bands of before', async () => {
  const w = world();
  const before = PICTURE.answer.checks;
  await w.editor.edit([{ path: 'craft.name', value: 'Renamed' }], 'name');
  const quick = w.patches.find((p) => p.picture)?.picture?.answer.checks ?? [];
  assert.ok(quick.length > 10);
  for (const check of quick) {
    const was = before.find((c) => c.id === check.id);
    assert.deepEqual(
      [check.id, check.finding, check.reason, check.band?.map((v) => v.toPrecision(6))],
      [was?.id, was?.finding, was?.reason, was?.band?.map((v) => v.toPrecision(6))]
    );
  }
});

/** Lets what was promised be kept, without a timer. */
const soon = async (): Promise<void> => {
  for (let k = 0; k < 50; k++) await new Promise((r) => setImmediate(r));
};

test('bands and remedies follow, of the last document only', async () => {
  const w = world();
  await w.editor.edit([{ path: 'battery.series', value: 4 }], 'a');
  assert.equal(w.editor.state.settled, false);
  await w.wind();
  await soon();
  assert.ok(w.editor.state.picture.answer.points[0].band, 'with bands');
  assert.equal(w.editor.state.settled, false, 'what puts it right waits');
  // another step of a figure meanwhile: the one before is not worked out to the end
  await w.editor.edit([{ path: 'battery.series', value: 5 }], 'b');
  await w.wind();
  await soon();
  w.tick();
  await soon();
  assert.equal(w.editor.state.settled, true);
  assert.equal(w.editor.state.picture.document.battery.series, 5);
  assert.equal(w.editor.state.picture.chart?.id, 'throttle');
  assert.equal(w.depths.filter((d) => d === 'full').length, 1);
});

test('a figure that is asked why goes on being answered as the setup changes', async () => {
  const w = world();
  await w.editor.ask('thrust');
  const first = w.editor.state.why?.numbers;
  assert.ok(first);
  await w.editor.edit([{ path: 'battery.series', value: 4 }], 'cells');
  await new Promise((r) => setImmediate(r));
  assert.notEqual(w.editor.state.why?.numbers, first);
  await w.editor.ask(null);
  assert.equal(w.editor.state.why, null);
});

test('looking at another point or chart redraws and saves nothing', async () => {
  const w = world();
  await w.editor.look({ throttle: 0.5, speedMs: 0, stateOfCharge: 1 });
  assert.ok(w.editor.state.picture.answer.points[0].throttle === 0.5);
  await w.editor.show('speed');
  await w.wind();
  for (let k = 0; k < 50 && !w.editor.state.settled; k++) await new Promise((r) => setImmediate(r));
  assert.equal(w.editor.state.picture.chart?.id, 'speed');
  assert.equal(w.sent.length, 0);
});

test('fixing a part holds it against fitting; fitting marks what it chose', async () => {
  const w = world();
  // a pack that is far too small: a larger one is better, and only what is better is offered
  await w.editor.edit([{ path: 'battery.capacityAh', value: 0.5 }], 'pack');
  await w.editor.fix('motor', true);
  assert.ok(w.editor.isFixed('motor'));
  const { of, fittings } = await w.editor.fittings([]);
  assert.equal(w.editor.state.document, of, 'looking changes nothing');
  const offer = fittings?.offers.find((o) =>
    o.parts.some((p) => p.part === 'battery' && p.from === 'to buy')
  );
  assert.ok(offer);
  assert.equal(await w.editor.takeFitting(offer, of), true);
  assert.equal(w.editor.state.document.motor.kvRpmPerVolt, 1000);
  assert.equal(await w.editor.takeFitting(offer, of), false, 'it was found for another setup');
  assert.equal(
    (w.editor.state.document.sources as Record<string, string>)['battery.capacityAh'],
    'estimated'
  );
  await w.editor.fix('motor', false);
  assert.ok(!w.editor.isFixed('motor'));
});

test('a calculation that is lost is said; any other fault is not hidden', async () => {
  const lost = Object.assign(new Error('gone'), { name: 'WorkerLost' });
  const other = new TypeError('a fault');
  for (const error of [lost, other]) {
    const ports = { picture: () => Promise.reject(error), later: () => () => {} } as unknown as Ports;
    const editor = new Editor(stored(1), PICTURE, {}, ports, () => {});
    const edit = editor.edit([{ path: 'battery.series', value: 4 }], 'cells');
    if (error === other) {
      await assert.rejects(edit, TypeError);
      continue;
    }
    assert.equal(await edit, false);
    assert.match(editor.state.refused[0].message, /The calculation stopped/);
    assert.equal(editor.state.document.battery.series, 3);
  }
});

test('what puts the opened setup right is taken from the server where it sends it, else worked out', async () => {
  const mends = mendsFor(DOCUMENT, LOOK);
  assert.ok(mends);
  const sentTo = async (sent: Promise<MatchMends | null> | null): Promise<ReturnType<typeof world>> => {
    const w = world();
    await w.editor.warm(sent);
    await w.settle();
    return w;
  };
  const taken = await sentTo(Promise.resolve(mends));
  assert.ok(taken.editor.state.settled);
  assert.deepEqual(taken.editor.state.picture.answer.putRight, mends.putRight);
  assert.deepEqual(taken.depths, ['quick'], 'nothing was worked out twice');
  for (const none of [
    () => null,
    () => Promise.resolve(null),
    () => Promise.reject<null>(new Error('cut off'))
  ]) {
    const own = await sentTo(none());
    assert.ok(own.depths.includes('full'));
    assert.deepEqual(own.editor.state.picture.answer.putRight, mends.putRight, 'the same by both ways');
  }
});

test('what the server sends of a setup that was edited meanwhile is passed over', async () => {
  const mends = mendsFor(DOCUMENT, LOOK);
  let send: (mends: MatchMends | null) => void = () => {};
  const w = world();
  await w.editor.warm(new Promise((resolve) => (send = resolve)));
  await w.editor.edit([{ path: 'battery.series', value: 4 }], 'cells');
  send(mends);
  await w.settle();
  assert.equal(w.editor.state.document.battery.series, 4);
  assert.notDeepEqual(w.editor.state.picture.answer.putRight, mends?.putRight);
});
