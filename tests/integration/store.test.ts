import assert from 'node:assert/strict';
import { mkdtempSync, rmSync } from 'node:fs';
import Database from 'better-sqlite3';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { after, test } from 'node:test';
import { exportCraft, importCraft, undoCraftImport } from '../../src/lib/server/craft-exchange.ts';
import { readCraft } from '../../src/lib/core/formats/read-craft.ts';
import { readShelf } from '../../src/lib/core/formats/read-shelf.ts';
import { issue } from '../../src/lib/core/text/issues.ts';
import { invalid, notFound } from '../../src/lib/server/outcome.ts';
import { createCraft, createSketched, listCrafts, markCraft } from '../../src/lib/server/crafts.ts';
import { transaction } from '../../src/lib/server/db/transaction.ts';
import { getSettings, putSettings } from '../../src/lib/server/settings.ts';
import { migrate, openDatabase, type Db } from '../../src/lib/server/db/open.ts';
import { sql as start } from '../../src/lib/server/db/migrations/0001-start.ts';
import { exportShelf, importShelf } from '../../src/lib/server/shelf-exchange.ts';
import {
  createMakersTable,
  editMakersTable,
  listMakersTables,
  markMakersTable
} from '../../src/lib/server/makers-tables.ts';
import { seedDemo } from '../../src/lib/server/demo/seed.ts';
import { createPart, editPart, listParts, markPart } from '../../src/lib/server/parts.ts';
import {
  createSetup,
  deleteSetup,
  duplicateSetup,
  editSetup,
  getSetup,
  lastOpened,
  listRevisions,
  listSetups,
  openSetup,
  pinSetup,
  redoSetup,
  restoreSetup,
  undoSetup,
  useSetup
} from '../../src/lib/server/setups.ts';

const folder = mkdtempSync(join(tmpdir(), 'iskarn-store-'));
const db = openDatabase(folder);
seedDemo(db);
after(() => {
  db.close();
  rmSync(folder, { recursive: true, force: true });
});

/** An edit made from what stands now. */
const edit = (data: Db, id: number, document: unknown, label: string) =>
  editSetup(data, id, document, label, value(getSetup(data, id)).revision);
const undo = (data: Db, id: number) => undoSetup(data, id, value(getSetup(data, id)).revision);
const redo = (data: Db, id: number) => redoSetup(data, id, value(getSetup(data, id)).revision);
const bytes = (shelf: unknown): Uint8Array => new TextEncoder().encode(JSON.stringify(shelf));
const importFile = (data: Db, file: unknown, apply: boolean) => {
  const read = readCraft(JSON.stringify(file) ?? '');
  return read.ok ? importCraft(data, read.value, apply) : invalid(read.errors);
};

const value = <T>(outcome: { ok: true; value: T } | { ok: false; message: string }): T => {
  assert.ok(outcome.ok, JSON.stringify(outcome));
  return outcome.value;
};

test('demo: at least two fixed-wing craft, 12 motors, 20 propulsors, 8 ESCs, 10 packs; seeding again adds nothing', () => {
  assert.ok(listCrafts(db).filter((c) => c.kind === 'fixed-wing').length >= 2);
  for (const [kind, least] of [
    ['motor', 12],
    ['propulsor', 20],
    ['esc', 8],
    ['battery', 10]
  ] as const)
    assert.ok(listParts(db, kind).length >= least, kind);
  const before = listParts(db).length;
  seedDemo(db);
  assert.equal(listParts(db).length, before);
});

test('an edit is a revision; undo and redo walk them, also after reopening the file', () => {
  const first = listSetups(db)[0];
  const edited = { ...first.document, name: 'one' };
  value(edit(db, first.id, edited, 'first edit'));
  value(edit(db, first.id, { ...edited, name: 'two' }, 'second edit'));
  const again = openDatabase(folder);
  try {
    const undone = value(undo(again, first.id));
    assert.equal(undone.document.name, 'one');
    assert.equal(undone.redoLabel, 'second edit');
    assert.equal(value(undo(again, first.id)).document.name, first.document.name);
    assert.equal(undo(again, first.id).ok, false);
    assert.equal(value(redo(again, first.id)).document.name, 'one');
    assert.equal(value(redo(again, first.id)).document.name, 'two');
    assert.equal(redo(again, first.id).ok, false);
    assert.equal(listRevisions(again, first.id).length, 3);
  } finally {
    again.close();
  }
});

test('an edit after an undo goes its own way; the same document again is no edit', () => {
  const { id } = listSetups(db)[1];
  const { document } = value(getSetup(db, id));
  value(edit(db, id, { ...document, name: 'left' }, 'left'));
  value(undo(db, id));
  value(edit(db, id, { ...document, name: 'right' }, 'right'));
  value(edit(db, id, { ...document, name: 'right' }, 'right again'));
  assert.equal(listRevisions(db, id).length, 3);
  assert.equal(value(undo(db, id)).redoLabel, 'right');
});

test('bad input stores nothing and names the field', () => {
  const { id, document } = listSetups(db)[0];
  const before = listRevisions(db, id).length;
  const bad = edit(db, id, { ...document, battery: { ...document.battery, series: 4000 } }, 'bad');
  assert.ok(!bad.ok && bad.code === 'invalid');
  assert.match(bad.message, /cells in series is 4000; it should be at least 1 and at most 60/);
  assert.equal(listRevisions(db, id).length, before);
  assert.deepEqual(value(getSetup(db, id)).document, document);
});

test('duplicate, use, delete, restore; a second setup does not take "in use" away by itself', () => {
  const original = listSetups(db)[0];
  const copy = value(duplicateSetup(db, original.id));
  assert.match(copy.document.name ?? '', /copy$/);
  assert.equal(copy.inUse, false);
  value(useSetup(db, copy.id));
  assert.equal(listSetups(db, original.craftId).filter((s) => s.inUse).length, 1);
  value(deleteSetup(db, copy.id));
  assert.equal(getSetup(db, copy.id).ok, false);
  assert.equal(deleteSetup(db, copy.id).ok, false);
  assert.equal(value(restoreSetup(db, copy.id)).id, copy.id);
});

test('a craft that is not there takes no setup', () => {
  const made = createSetup(db, 99999, listSetups(db)[0].document);
  assert.ok(!made.ok && made.code === 'not-found');
});

test('parts: created, changed, taken off the shelf and put back; nonsense is refused', () => {
  const made = value(
    createPart(db, { kind: 'esc', name: 'Test 33', document: { continuousA: 33 }, owned: true })
  );
  assert.equal(made.owned, true);
  assert.equal(value(editPart(db, made.id, { ...made, name: 'Test 35' }, made.revision)).name, 'Test 35');
  value(markPart(db, made.id, true));
  assert.ok(!listParts(db, 'esc').some((p) => p.id === made.id));
  value(markPart(db, made.id, false));
  assert.ok(listParts(db, 'esc').some((p) => p.id === made.id));
  for (const bad of [
    { kind: 'wing', name: 'x', document: {} },
    { kind: 'esc', name: ' ', document: {} },
    { kind: 'esc', name: 'x', document: { continuousA: -1 } }
  ])
    assert.equal(createPart(db, bad).ok, false);
});

test('a file from a newer program is refused in words', () => {
  const other = mkdtempSync(join(tmpdir(), 'iskarn-newer-'));
  const newer = openDatabase(other);
  newer.pragma('user_version = 999');
  assert.throws(() => migrate(newer), /Update the program/);
  newer.close();
  rmSync(other, { recursive: true, force: true });
});

test('measured figures are kept beside the label’s, inside the same limits, only where something can be measured', () => {
  const motor = value(
    createPart(db, {
      kind: 'motor',
      name: 'Measured',
      document: { kvRpmPerVolt: 1000, massKg: 0.1 },
      measured: { kvRpmPerVolt: 940 }
    })
  );
  assert.deepEqual(motor.measured, { kvRpmPerVolt: 940 });
  assert.equal((motor.document as { kvRpmPerVolt: number }).kvRpmPerVolt, 1000);
  for (const measured of [{ kvRpmPerVolt: -1 }, { kvRpmPerVolt: 'many' }, { colour: 3 }, [], 7]) {
    const refused = editPart(db, motor.id, { ...motor, measured }, motor.revision);
    assert.ok(!refused.ok, JSON.stringify(measured));
    assert.equal(refused.code, 'invalid');
  }
  const cleared = value(
    editPart(db, motor.id, { ...motor, measured: { kvRpmPerVolt: null } }, motor.revision)
  );
  assert.deepEqual(cleared.measured, {});
});

const ROWS = [
  {
    line: 2,
    volts: 11.1,
    propText: '10x5',
    diameterM: 0.254,
    pitchM: 0.127,
    blades: 2,
    throttle: 1,
    amps: 15,
    watts: 166,
    thrustN: 8.8,
    rpm: 8600
  }
];

test('maker’s tables are kept with a motor, edited, taken away and back; only motors have them', () => {
  const motor = listParts(db, 'motor')[0];
  const before = listMakersTables(db, motor.id).length;
  const kept = value(createMakersTable(db, motor.id, { title: ' first ', rows: ROWS }));
  assert.equal(kept.title, 'first');
  assert.deepEqual(listMakersTables(db, motor.id).at(-1)?.rows, ROWS);
  assert.equal(
    value(editMakersTable(db, kept.id, { title: 'second', rows: ROWS }, kept.revision)).title,
    'second'
  );
  value(markMakersTable(db, kept.id, true));
  assert.equal(listMakersTables(db, motor.id).length, before);
  assert.ok(
    !editMakersTable(db, kept.id, { title: 'x', rows: ROWS }, kept.revision).ok,
    'a table that is gone is not edited'
  );
  value(markMakersTable(db, kept.id, false));
  assert.equal(listMakersTables(db, motor.id).length, before + 1);
  const pack = listParts(db, 'battery')[0];
  const refused = createMakersTable(db, pack.id, { title: 'x', rows: ROWS });
  assert.ok(!refused.ok && refused.code === 'not-found', 'a pack has no maker’s table');
  for (const bad of [
    null,
    {},
    { title: '', rows: ROWS },
    { title: 'x', rows: [] },
    { title: 'x', rows: [{ volts: -1 }] }
  ])
    assert.ok(!createMakersTable(db, motor.id, bad).ok, JSON.stringify(bad));
});

test('the shelf’s JSON carries measured figures and tables, and gives them back', () => {
  const file = exportShelf(db, 'json');
  assert.ok(file, 'a file');
  const shelf = JSON.parse(file.body as string) as {
    parts: { name: string; tables: unknown[]; measured: object }[];
  };
  const known = shelf.parts.find((p) => p.name === 'Rush 2814-900');
  assert.ok(known && known.tables.length === 1, 'the demo’s table is in the file');
  const renamed = { ...shelf, parts: [{ ...known, name: 'Rush, come back' }] };
  const plan = value(importShelf(db, readShelf('shelf.json', bytes(renamed)), true, false));
  assert.equal(plan.added.length, 1);
  const back = listParts(db, 'motor').find((p) => p.name === 'Rush, come back');
  assert.deepEqual(back?.measured, known.measured);
  assert.deepEqual(
    listMakersTables(db, back?.id).map((t) => t.rows),
    listMakersTables(db, listParts(db, 'motor').find((p) => p.name === 'Rush 2814-900')?.id).map(
      (t) => t.rows
    )
  );
});

test('a data file of the first version is brought up to date with everything in it', () => {
  const old = mkdtempSync(join(tmpdir(), 'iskarn-old-'));
  try {
    const first = new Database(join(old, 'iskarn.db'));
    first.exec(start);
    first.pragma('user_version = 1');
    first
      .prepare('INSERT INTO part (kind, name, document, owned) VALUES (?, ?, ?, 1)')
      .run('motor', 'Old one', JSON.stringify({ kvRpmPerVolt: 700 }));
    first.close();
    const now = openDatabase(old);
    try {
      const [part] = listParts(now);
      assert.equal(part.name, 'Old one');
      assert.deepEqual(part.measured, {});
      value(createMakersTable(now, part.id, { title: 'kept', rows: ROWS }));
      assert.equal(listMakersTables(now).length, 1);
    } finally {
      now.close();
    }
  } finally {
    rmSync(old, { recursive: true, force: true });
  }
});

test('a craft goes out and comes in again: planned first, then in one step, and taken back', () => {
  const [craft] = listCrafts(db);
  const file = structuredClone(value(exportCraft(db, craft.id))) as {
    name: string;
    setups: { document: { name: string } }[];
  };
  file.name = 'Dunlin, second life';
  const before = listCrafts(db).length;
  const plan = value(importFile(db, file, false));
  assert.deepEqual(
    [plan.craft.isNew, plan.craftId, plan.setups],
    [true, null, file.setups.map((s) => s.document.name)]
  );
  assert.equal(listCrafts(db).length, before, 'a plan stores nothing');
  const done = value(importFile(db, file, true));
  assert.equal(listCrafts(db).length, before + 1);
  assert.deepEqual(
    listSetups(db, done.craftId ?? -1).map((s) => s.document),
    file.setups.map((s) => s.document)
  );
  value(undoCraftImport(db, done.craftId, done.setupIds));
  assert.equal(listCrafts(db).length, before);
  assert.equal(listSetups(db, done.craftId ?? -1).length, 0);
});

test('a setup joins the craft of its name and kind, and undo takes only the setup away', () => {
  const setup = listSetups(db, listCrafts(db)[0].id)[0];
  const before = listSetups(db, setup.craftId).length;
  const done = value(importFile(db, setup.document, true));
  assert.equal(done.craft.isNew, false);
  assert.equal(done.craftId, null);
  assert.equal(listSetups(db, setup.craftId).length, before + 1);
  value(undoCraftImport(db, done.craftId, done.setupIds));
  assert.equal(listSetups(db, setup.craftId).length, before);
  const other = { ...setup.document, craft: { ...setup.document.craft, name: 'Elsewhere' } };
  assert.equal(value(importFile(db, other, false)).craft.isNew, true);
});

test('a file that is no craft, or holds a setup that is not right, is refused whole with its paths', () => {
  const good = value(exportCraft(db, listCrafts(db)[0].id)) as { setups: { document: object }[] };
  const bad = structuredClone(good) as {
    kind: unknown;
    setups: { document: { battery: { series: unknown } } }[];
  };
  bad.setups[0].document.battery.series = 4000;
  const refused = importFile(db, bad, true);
  assert.ok(!refused.ok && refused.code === 'invalid', JSON.stringify(refused));
  assert.match(refused.errors[0].path, /^setups\.0\.document\.battery\.series/);
  for (const nonsense of [
    null,
    7,
    [],
    {},
    { format: 'iskarn.craft/1' },
    { ...good, kind: 'submarine' },
    { ...good, setups: [] }
  ]) {
    const answer = importFile(db, nonsense, true);
    assert.ok(!answer.ok, JSON.stringify(nonsense)?.slice(0, 60));
    assert.ok(answer.message.length > 10, answer.message);
  }
});

/** Everything a database holds, to the last row. */
const everything = (data: Db): string =>
  JSON.stringify(
    ['craft', 'setup', 'setup_revision', 'part', 'makers_table', 'run', 'setting'].map((table) =>
      data.prepare(`SELECT * FROM ${table} ORDER BY 1`).all()
    )
  );

test('a refused outcome inside a transaction undoes all of it, whatever was done before it', () => {
  const before = everything(db);
  const outcome = transaction(db, () => {
    value(createCraft(db, { name: 'Half made', kind: 'boat', story: '' }));
    const inner = transaction(db, () => {
      value(createCraft(db, { name: 'Inner', kind: 'boat', story: '' }));
      return notFound('thing');
    });
    assert.ok(!inner.ok);
    assert.ok(!listCrafts(db).some((c) => c.name === 'Inner'), 'the inner refusal is undone at once');
    assert.ok(listCrafts(db).some((c) => c.name === 'Half made'));
    return invalid([issue('x', 'no-shape', {})]);
  });
  assert.ok(!outcome.ok && outcome.code === 'invalid');
  assert.equal(everything(db), before);
  // what throws is undone too, and goes on being thrown
  assert.throws(
    () =>
      transaction(db, () => {
        value(createCraft(db, { name: 'Thrown', kind: 'boat', story: '' }));
        throw new RangeError('broken');
      }),
    /broken/
  );
  assert.equal(everything(db), before);
  // an inner refusal that the outer work makes up for leaves the rest
  value(
    transaction(db, () => {
      const made = createCraft(db, { name: 'Kept', kind: 'boat', story: '' });
      transaction(db, () => notFound('thing'));
      return made;
    })
  );
  const kept = listCrafts(db).find((c) => c.name === 'Kept');
  assert.ok(kept);
  value(markCraft(db, kept.id, true));
});

test('no refused call of the store leaves a trace', () => {
  const [setup] = listSetups(db);
  const doc = setup.document;
  const gone = value(duplicateSetup(db, setup.id));
  value(deleteSetup(db, gone.id));
  const stale = setup.revision - 1;
  const before = everything(db);
  const refusals: [string, { ok: boolean }][] = [
    ['a setup of no craft', createSetup(db, 99999, doc)],
    ['a setup that is not right', createSetup(db, setup.craftId, { ...doc, battery: 1 })],
    [
      'a sketch that is not right',
      createSketched(db, { name: 'x', document: { ...doc, motor: {} } as never })
    ],
    ['pin of a deleted setup', pinSetup(db, gone.id, false)],
    ['use of a deleted setup', useSetup(db, gone.id)],
    ['opening a deleted setup', openSetup(db, gone.id)],
    ['undo of a deleted setup', undoSetup(db, gone.id, gone.revision)],
    ['edit of a deleted setup', editSetup(db, gone.id, { ...doc, name: 'y' }, 'y', gone.revision)],
    ['duplicate of a deleted setup', duplicateSetup(db, gone.id)],
    ['a stale edit', editSetup(db, setup.id, { ...doc, name: 'y' }, 'y', stale)],
    ['an edit that names no revision', editSetup(db, setup.id, { ...doc, name: 'y' }, 'y', undefined)],
    ['an edit that names nonsense', editSetup(db, setup.id, { ...doc, name: 'y' }, 'y', 'newest')],
    ['a stale undo', undoSetup(db, setup.id, stale)],
    ['a stale pin', pinSetup(db, setup.id, false, stale)],
    ['a stale deletion', deleteSetup(db, setup.id, stale)],
    ['deleting twice', deleteSetup(db, gone.id)],
    ['restoring what is there', restoreSetup(db, setup.id)],
    [
      'an import whose last setup is not right',
      importFile(
        db,
        { format: 'iskarn.craft/1', name: 'x', kind: 'boat', setups: [{ document: doc }, { document: {} }] },
        true
      )
    ],
    ['an import of contradictions', importFile(db, { ...doc, esc: { continuousA: 40, burstA: 10 } }, true)],
    ['settings of no unit', putSettings(db, { units: { mass: 'stone' } })],
    ['settings half right', putSettings(db, { units: { mass: 'oz' }, schools: { 'esc-current': 'none' } })]
  ];
  for (const [what, outcome] of refusals) assert.equal(outcome.ok, false, what);
  assert.equal(everything(db), before);
});

test('the revision grows with every change, undo and redo too; a lost answer may be asked for again', () => {
  const { id, document, revision } = listSetups(db)[2];
  const named = { ...document, name: 'first' };
  const first = value(editSetup(db, id, named, 'first', revision));
  assert.equal(first.revision, revision + 1);
  // the same write again, as after an answer that never arrived
  assert.equal(value(editSetup(db, id, named, 'first', revision)).revision, revision + 1);
  const undone = value(undoSetup(db, id, first.revision));
  assert.equal(undone.revision, revision + 2);
  assert.deepEqual(undone.document, document);
  const stale = editSetup(db, id, { ...document, name: 'late' }, 'late', first.revision);
  assert.ok(!stale.ok && stale.code === 'stale');
  assert.deepEqual((stale.current as { document: unknown }).document, document, 'what stands comes with it');
  assert.equal(value(redoSetup(db, id, undone.revision)).revision, revision + 3);
});

test('settings are kept beside each other: what is not named stays', () => {
  value(putSettings(db, { units: { mass: 'oz' } }));
  value(putSettings(db, { units: { speed: 'mph' }, schools: { 'pack-current': '2x' } }));
  value(putSettings(db, { schools: { 'esc-current': '+5A' } }));
  assert.deepEqual(getSettings(db), {
    units: { mass: 'oz', speed: 'mph' },
    schools: { 'pack-current': '2x', 'esc-current': '+5A' },
    acknowledged: {},
    currency: ''
  });
  value(putSettings(db, { currency: ' kr ' }));
  assert.equal(getSettings(db).currency, 'kr');
  assert.deepEqual(getSettings(db).units, { mass: 'oz', speed: 'mph' });
  assert.equal(putSettings(db, { currency: 'too long a word' }).ok, false);
  db.prepare("UPDATE setting SET value = json_set(value, '$.mass', 'stone') WHERE key = 'units'").run();
  assert.deepEqual(getSettings(db).units, { speed: 'mph' }, 'what is not known today is passed over');
  db.prepare('DELETE FROM setting').run();
});

test('what was opened last is noted, and nothing else moves it', () => {
  const [first, second] = listSetups(db);
  value(openSetup(db, second.id));
  assert.equal(lastOpened(db)?.setupId, second.id);
  value(getSetup(db, first.id));
  listSetups(db, first.craftId);
  assert.equal(lastOpened(db)?.setupId, second.id);
  const before = value(getSetup(db, first.id)).revision;
  value(openSetup(db, first.id));
  assert.equal(lastOpened(db)?.setupId, first.id);
  assert.equal(value(getSetup(db, first.id)).revision, before, 'opening is no edit');
});

test('every commit is on the disk before it is acknowledged', () => {
  assert.equal(db.pragma('synchronous', { simple: true }), 2, 'FULL');
  assert.equal(db.pragma('journal_mode', { simple: true }), 'wal');
});
