import { COLUMN_PARTS, PART_KINDS } from '../core/registry/parts.ts';
import { COLUMNS } from '../core/yardstick/objectives.ts';
import { changeRequestSchema } from '../core/change/change-request.ts';
import { planRequestSchema } from '../core/change/plan-request.ts';
import { searchRequestSchema } from '../core/search/search-request.ts';
import { calibrateRequestSchema } from '../core/calibration/schema.ts';
import { makersTableSchema } from '../core/document/makers-row.ts';
import { predictRequestSchema, setupSchema } from '../core/document/schema.ts';
import { settingsSchema } from '../core/document/settings-schema.ts';
import { TRASH_KINDS } from './backups.ts';
import { standardSchema } from '../core/formats/file-schemas.ts';

type Json = Record<string, unknown>;

/** Points to a schema of the description by its name. */
export const named = (name: keyof typeof SCHEMAS): Json => ({ $ref: `#/components/schemas/${name}` });

const number = { type: 'number' };
const text = { type: 'string' };
const flag = { type: 'boolean' };
const whole = { type: 'integer' };
const pair = { type: 'array', items: number, minItems: 2, maxItems: 2 };
const counts: Record<string, unknown> = { type: 'object', additionalProperties: { type: 'integer' } };
const nullable = (schema: Json): Json => ({ anyOf: [schema, { type: 'null' }] });
const list = (items: Json): Json => ({ type: 'array', items });
/** An object with all of these and perhaps more. */
const object = (properties: Json, optional: readonly string[] = []): Json => ({
  type: 'object',
  required: Object.keys(properties).filter((name) => !optional.includes(name)),
  properties
});
const reference = (name: string): Json => ({ $ref: `#/components/schemas/${name}` });

const numbers = (names: readonly string[]): Json => Object.fromEntries(names.map((name) => [name, number]));

const LOSSES = ['battery', 'wiring', 'esc', 'motorCopper', 'motorIron', 'gear', 'auxiliary', 'propulsor'];
const POINT = [
  'throttle',
  'speedMs',
  'rpm',
  'motorCurrentA',
  'batteryCurrentA',
  'batteryVoltageV',
  'openCircuitV',
  'cellVoltageV',
  'electricalPowerW',
  'shaftPowerW',
  'torqueNm',
  'thrustN',
  'thrustPowerW',
  'idealPowerW',
  'motorEfficiency',
  'propulsorEfficiency',
  'pitchSpeedMs'
];

const FINDING = { enum: ['holds', 'tight', 'over', 'unknown'] };
const PART = { enum: [...COLUMN_PARTS] };

/** Schemas of everything that is answered, and of the documents that are sent. A table of data. */
export const SCHEMAS = {
  Setup: standardSchema(setupSchema) as Json,
  PredictRequest: standardSchema(predictRequestSchema) as Json,
  CalibrateRequest: standardSchema(calibrateRequestSchema) as Json,
  Settings: standardSchema(settingsSchema) as Json,
  MakersTable: standardSchema(makersTableSchema) as Json,
  PointAnswer: object({
    ...numbers(POINT),
    state: { enum: ['running', 'stalled', 'windmilling', 'off'] },
    outside: nullable(text),
    lossW: object(numbers(LOSSES)),
    band: nullable(
      object({
        batteryCurrentA: pair,
        thrustN: pair,
        rpm: pair,
        electricalPowerW: pair,
        motorCurrentA: pair,
        batteryVoltageV: pair
      })
    )
  }),
  Change: object({ path: text, value: {} }),
  Check: object({
    id: text,
    title: text,
    part: PART,
    finding: FINDING,
    reason: { enum: ['rating', 'margin', 'band', 'missing', null] },
    value: nullable(number),
    band: nullable(pair),
    limit: nullable(number),
    marginLimit: nullable(number),
    direction: { enum: ['below', 'above'] },
    unit: text,
    rail: { anyOf: [PART, { type: 'null' }] },
    headroom: nullable(number),
    short: text,
    sentence: text,
    working: text,
    school: nullable(text),
    otherSchools: list(object({ school: text, finding: FINDING, sentence: text })),
    remedy: nullable(text),
    remedies: list(object({ text, changes: list(reference('Change')) }))
  }),
  PredictAnswer: object(
    {
      points: list(reference('PointAnswer')),
      checks: list(reference('Check')),
      hover: nullable(
        object({ throttle: number, rpm: number, batteryCurrentA: number, electricalPowerW: number })
      ),
      level: nullable(
        object({
          stallSpeedMs: number,
          ...Object.fromEntries(
            [
              'topSpeedMs',
              'climbMs',
              'climbSpeedMs',
              'cruiseSpeedMs',
              'cruiseCurrentA',
              'cruiseThrottle'
            ].map((name) => [name, nullable(number)])
          )
        })
      ),
      boat: nullable(
        object({
          ...numbers(['unloadedRpm', 'loadedRpm', 'topSpeedMs', 'slip', 'batteryCurrentA']),
          planing: flag,
          hump: flag
        })
      ),
      fan: nullable(object(numbers(['jetMs', 'massFlowKgS', 'loadingNM2', 'thrustPerWattNW', 'tipSpeedMs']))),
      forward: nullable(object(numbers(['topSpeedMs', 'tiltDeg', 'reserveG']))),
      endurance: list(
        object({
          at: { enum: ['mixed', 'full', 'hover', 'cruise'] },
          ...numbers(['seconds', 'usedShare', 'averageCurrentA', 'lowestLoadedCellV']),
          endedBy: text,
          packC: nullable(number)
        })
      ),
      heat: nullable(
        object({
          cooling: { enum: ['wash', 'still', 'water'] },
          ...numbers(['seconds', 'windingC', 'caseC']),
          secondsToCaseLimit: nullable(number),
          secondsToWindingLimit: nullable(number),
          secondsToBurn: nullable(number),
          useBurnsAfterS: nullable(number)
        })
      ),
      motorUnderLoad: object(numbers(['restOhm', 'loadedOhm'])),
      sensitivity: list(
        object({
          unknown: text,
          title: text,
          source: { enum: ['label', 'measured', 'estimated', 'fitted'] },
          ...numbers(['relativeSd', 'batteryCurrent', 'thrust', 'rpm'])
        })
      ),
      narrows: nullable(
        object({
          id: { enum: ['full-amps', 'hover-amps', 'half-amps', 'thrust'] },
          read: text,
          of: text,
          before: number,
          after: number,
          says: text
        })
      ),
      mission: nullable(object({ seconds: number, usedShare: number, segment: whole, endedBy: text })),
      estimates: list(
        object({ path: text, title: text, value: number, unit: text, relativeSd: number, working: text })
      ),
      notes: list(text),
      putRight: list(reference('PutRight')),
      cannot: list(object({ id: text, sentence: text }))
    },
    ['putRight', 'cannot']
  ),
  PutRight: object(
    {
      text,
      steps: list(text),
      outcome: list(text),
      why: text,
      changes: list(reference('Change')),
      effects: list(
        object({
          id: text,
          title: text,
          unit: text,
          direction: { enum: ['below', 'above'] },
          before: nullable(number),
          after: nullable(number),
          findingBefore: nullable(FINDING),
          findingAfter: nullable(FINDING)
        })
      ),
      stillOver: list(text),
      asBefore: list(text)
    },
    ['asBefore']
  ),
  CalibrateAnswer: object({
    setup: reference('Setup'),
    residuals: list(
      object(
        {
          measurement: whole,
          reading: text,
          measured: number,
          before: number,
          after: number,
          deviations: number
        },
        ['deviations']
      )
    ),
    unresolved: list(text),
    notes: list(text)
  }),
  StoredCraft: object({
    id: whole,
    revision: whole,
    name: text,
    kind: { enum: ['fixed-wing', 'multirotor', 'boat'] },
    story: text
  }),
  StoredSetup: object({
    id: whole,
    revision: whole,
    craftId: whole,
    document: reference('Setup'),
    inUse: flag,
    pinned: flag,
    canUndo: flag,
    canRedo: flag,
    undoLabel: nullable(text),
    redoLabel: nullable(text),
    changedFrom: nullable(whole)
  }),
  StoredPart: object({
    id: whole,
    revision: whole,
    kind: { enum: [...PART_KINDS] },
    name: text,
    document: { type: 'object' },
    measured: { type: 'object', additionalProperties: number },
    owned: flag,
    note: text,
    price: nullable(number),
    retired: flag,
    fitted: nullable(object({ at: text, from: text, says: text, calibration: { type: 'object' } }))
  }),
  BackupsHeld: object({ backups: list(reference('KeptBackup')), holds: counts }),
  KeptBackup: object({ name: text, at: text, reason: text, bytes: whole }),
  CheckedBackup: object({ name: text, at: text, reason: text, bytes: whole, counts }),
  BackupLook: object({
    backup: reference('CheckedBackup'),
    changes: list(
      object({
        kind: text,
        comes: list(text),
        goes: list(text),
        changes: list(text),
        came: whole,
        went: whole,
        changed: whole
      })
    )
  }),
  SessionState: object({ needed: flag, open: flag }),
  LoggedIn: object({ open: flag }),
  LoggedOut: object({ ended: whole }),
  Share: object({ id: whole, createdAt: text, readAt: nullable(text) }),
  NewShare: object({ id: whole, createdAt: text, readAt: nullable(text), path: text }),
  BackupRestored: object({ restored: text, keptAs: text, holds: counts }),
  TrashItem: object({
    kind: { enum: [...TRASH_KINDS] },
    id: whole,
    name: text,
    deletedAt: text,
    goesAt: text
  }),
  ArchiveImport: object({ applied: flag, madeAt: text, holds: counts }),
  ExerciseRecord: object({ exercise: text, worked: whole, right: whole, last: nullable(text) }),
  BuildSheet: object({
    format: { const: 'iskarn.sheet/1' },
    craft: object({ name: text, kind: text, massKg: number, purpose: text }),
    setup: text,
    revision: nullable(whole),
    madeOn: nullable(text),
    parts: object({
      parts: list(
        object({
          id: text,
          title: text,
          name: text,
          says: text,
          count: whole,
          state: { enum: ['owned', 'to buy', 'not on the shelf'] },
          price: nullable(number)
        })
      ),
      toBuy: nullable(number),
      unpriced: flag,
      currency: text
    }),
    figures: list(
      object({ id: text, title: text, quantity: text, value: number, band: nullable(pair), moot: text }, [
        'moot'
      ])
    ),
    findings: list(object({ id: text, title: text, finding: text, word: text, short: text })),
    estimates: list(text),
    harness: { type: 'object' },
    schematic: { type: 'object' },
    receiver: { type: 'object' },
    balance: nullable({ type: 'object' }),
    settings: list(object({ id: text, title: text, text })),
    cautions: list(
      object({
        act: text,
        title: text,
        cautions: list(object({ id: text, act: text, severity: text, text }))
      })
    ),
    defers: text,
    plan: nullable(reference('Plan')),
    over: list(text),
    fitted: flag,
    carried: list(text),
    carriedWhole: flag,
    document: reference('Setup')
  }),
  SearchRequest: standardSchema(searchRequestSchema) as Json,
  SearchAnswer: object({
    examined: whole,
    workable: whole,
    leftOut: list(object({ part: text, why: text, count: whole })),
    yardstick: { type: 'object', additionalProperties: number },
    axes: list(text),
    ranked: list(
      object({
        setup: reference('Setup'),
        objectives: {
          type: 'object',
          properties: Object.fromEntries(COLUMNS.map((axis) => [axis, nullable(number)]))
        },
        score: number,
        findings: object({ tight: list(text), over: list(text) })
      })
    ),
    frontier: list(whole),
    rejected: { type: 'object', additionalProperties: whole },
    nearest: list(object({ setup: reference('Setup'), over: list(text), by: number, relaxation: text })),
    relaxations: list(object({ wish: text, from: number, to: number, opens: whole, without: whole })),
    buy: list(object({ part: text, text, opens: whole, better: nullable(number), onShelf: flag })),
    ideal: nullable(object({ setup: reference('Setup'), over: list(text), shopping: list(text) }))
  }),
  ChangeRequest: standardSchema(changeRequestSchema) as Json,
  Plan: object({
    stages: list(
      object({
        id: text,
        kind: { enum: ['bare', 'run', 'hover', 'time'] },
        title: text,
        fit: text,
        do: text,
        changes: list(reference('Change')),
        throttle: number,
        seconds: number,
        watch: list(
          object({ quantity: text, expected: number, band: nullable(pair), stopAt: nullable(number) })
        ),
        cautions: list(text)
      })
    ),
    last: nullable(object({ stage: text, why: text })),
    next: object({
      stage: nullable(text),
      why: text,
      seconds: nullable(number),
      timerS: nullable(number),
      asks: nullable(text),
      stopped: nullable(object({ look: text, goOn: text }))
    })
  }),
  StoredRun: object({
    id: whole,
    revision: whole,
    setupId: whole,
    heldAt: text,
    title: text,
    verdict: text,
    readings: list({ type: 'object' }),
    details: { type: 'object' },
    state: { enum: ['live', 'ended'] },
    samples: whole
  }),
  RunWhole: object({
    run: reference('StoredRun'),
    document: reference('Setup'),
    overview: nullable(object({ seconds: list(number), channels: { type: 'object' } }))
  }),
  PackRecord: object({
    id: whole,
    heldAt: text,
    cellOhm: nullable(list(number)),
    temperatureC: nullable(number),
    capacityAh: nullable(number),
    cycles: nullable(number),
    swollen: flag,
    note: text
  }),
  PartLife: object({
    partId: whole,
    revision: whole,
    life: object({ retired: nullable(object({ at: text, why: text })), reminders: list({ type: 'object' }) }),
    use: object({ uses: number, flights: number, seconds: number, ah: number, lastAt: nullable(text) }),
    due: list(object({ due: flag, usesLeft: nullable(number), secondsLeft: nullable(number) })),
    records: list(reference('PackRecord')),
    health: nullable({ type: 'object' })
  }),
  Remembered: object({
    columns: nullable(
      object({ signature: text, columns: list({ type: 'object' }), baud: nullable(whole) }, ['baud'])
    )
  }),
  PlanRequest: standardSchema(planRequestSchema) as Json,
  ChangeAnswer: object({
    sentence: text,
    same: text,
    before: reference('PredictAnswer'),
    after: reference('PredictAnswer'),
    setup: reference('Setup'),
    said: list(text),
    steps: list(object({ title: text, working: text, value: nullable(number), unit: text })),
    anchored: nullable(
      object({ residuals: list({ type: 'object' }), unresolved: list(text), notes: list(text) })
    ),
    differences: list(
      object({
        id: text,
        title: text,
        unit: text,
        note: nullable(text),
        quantity: text,
        before: nullable(number),
        after: nullable(number),
        ratio: nullable(number),
        band: nullable(pair),
        beforeBand: nullable(pair),
        ratioBand: nullable(pair),
        decisive: flag
      })
    ),
    rules: list(
      object({
        id: text,
        title: text,
        formula: text,
        value: number,
        unit: text,
        quantity: text,
        physics: nullable(number),
        offBy: nullable(number),
        says: text,
        holds: text
      })
    ),
    claims: list(object({ id: text, claim: text, so: { enum: ['yes', 'no', 'partly'] }, says: text })),
    breaks: list(reference('Check')),
    stays: list(reference('Check')),
    closer: list(reference('Check')),
    mends: list(reference('PutRight')),
    restores: list(reference('PutRight')),
    cannot: list(object({ id: text, sentence: text })),
    rail: list(
      object({
        name: text,
        kind: text,
        seesV: number,
        limitV: nullable(number),
        stands: { enum: ['yes', 'no', 'not known'] },
        path: nullable(text)
      })
    ),
    profiles: nullable(list(object({ series: whole, limitPercent: whole }))),
    text: nullable(text),
    trap: nullable(
      object({
        series: list(whole),
        linearA: list(number),
        ruleA: list(number),
        modelA: list(number),
        band: list(nullable(pair)),
        present: whole,
        wanted: whole,
        exponent: number,
        limitedA: nullable(number)
      })
    ),
    waysBack: list(
      object({ by: text, text, changes: list(reference('Change')), currentA: number, thrustN: number })
    ),
    choices: nullable(
      list(
        object({
          text,
          changes: list(reference('Change')),
          ...numbers(['diameterM', 'pitchM', 'currentA', 'thrustN', 'pitchSpeedMs', 'airPerTurnM3']),
          blades: whole,
          band: nullable(pair),
          ruleA: nullable(number),
          ruleOffBy: nullable(number),
          over: list(text)
        })
      )
    ),
    care: list(object({ id: text, text, holds: nullable(flag) })),
    balance: nullable(
      object({
        ...numbers(['beforeKg', 'afterKg']),
        armM: nullable(number),
        newArmM: nullable(number),
        ballastKg: nullable(number),
        ballastArmM: nullable(number),
        shiftM: nullable(number)
      })
    ),
    cellsPlace: nullable(
      object({
        inches: number,
        before: whole,
        after: whole,
        fields: list(object({ title: text, inches: pair, series: pair, atHome: flag })),
        says: text
      })
    ),
    plan: nullable(reference('Plan'))
  }),
  StoredSearch: object({
    id: whole,
    revision: whole,
    craftId: whole,
    name: text,
    document: { type: 'object' }
  }),
  StoredMakersTable: object({
    id: whole,
    revision: whole,
    partId: whole,
    title: text,
    rows: list({ type: 'object' })
  }),
  Marked: object({ id: whole, revision: whole }),
  CraftFile: object({
    format: { const: 'iskarn.craft/1' },
    revision: whole,
    name: text,
    kind: { enum: ['fixed-wing', 'multirotor', 'boat'] },
    story: text,
    setups: list(object({ inUse: flag, document: reference('Setup') }))
  }),
  CraftImport: object({
    craft: object({ name: text, kind: text, isNew: flag }),
    setups: list(text),
    craftId: nullable(whole),
    setupIds: list(whole)
  }),
  ShelfImport: object({
    parts: list(object({ kind: { enum: [...PART_KINDS] }, name: text, action: text })),
    errors: list(
      object({ code: text, line: whole, column: text, message: text, harmless: flag, unread: flag }, [
        'harmless',
        'unread'
      ])
    ),
    added: list(whole)
  }),
  Removed: object({ removed: whole }),
  Opened: object({ id: whole }),
  Health: object({ ok: flag, version: text }),
  Errors: object(
    {
      message: text,
      errors: list(
        object({ path: text, message: text, code: text, values: { type: 'object' } }, ['code', 'values'])
      ),
      current: { type: 'object' }
    },
    ['current']
  )
} satisfies Record<string, Json>;
