import type { PutRight } from '../../core/alternatives/put-right.ts';
import type { CalibrateAnswer } from '../../core/calibration/calibrate.ts';
import type { CheckResult } from '../../core/checks/finding.ts';
import type { Change } from '../../core/document/change.ts';
import type { SetupDocument } from '../../core/document/schema.ts';
import {
  each,
  describes,
  flag,
  list,
  nullable,
  number,
  numbers,
  object,
  oneOf,
  pair,
  text,
  whole
} from '../../core/document/typed-schema.ts';
import { ENDURANCES, type PredictedPoint } from '../../core/powertrain/predicted.ts';
import type { PredictAnswer } from '../../core/predict/answer.ts';
import { COLUMN_PARTS } from '../../core/registry/parts.ts';
import { reference } from './reference.ts';

const LOSSES = [
  'battery',
  'wiring',
  'esc',
  'motorCopper',
  'motorIron',
  'gear',
  'auxiliary',
  'propulsor'
] as const;
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
] as const;
const FINDING = oneOf(['holds', 'tight', 'over', 'unknown']);
const PART = oneOf(COLUMN_PARTS);

export const pointAnswerSchema = describes<PredictedPoint>()(
  object(
    {
      ...numbers(POINT),
      // what was asked of the pack, where it was asked
      ...each(['stateOfCharge', 'restingCellV'], nullable(number)),
      state: oneOf(['running', 'stalled', 'windmilling', 'off']),
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
    },
    ['stateOfCharge', 'restingCellV']
  )
);

export const changeSchema = describes<Change>()(object({ path: text, value: {} }));

export const checkSchema = describes<CheckResult>()(
  object({
    id: text,
    title: text,
    part: PART,
    finding: FINDING,
    reason: oneOf(['rating', 'margin', 'band', 'missing', null]),
    value: nullable(number),
    band: nullable(pair),
    limit: nullable(number),
    marginLimit: nullable(number),
    direction: oneOf(['below', 'above']),
    unit: text,
    rail: nullable(PART),
    headroom: nullable(number),
    short: text,
    sentence: text,
    working: text,
    school: nullable(text),
    otherSchools: list(object({ school: text, finding: FINDING, sentence: text })),
    remedy: nullable(text),
    remedies: list(object({ text, changes: list(reference<Change>('Change')) }))
  })
);

export const predictAnswerSchema = describes<PredictAnswer>()(
  object(
    {
      points: list(reference<PredictedPoint>('PointAnswer')),
      checks: list(reference<CheckResult>('Check')),
      hover: nullable(
        object(
          {
            ...numbers(['throttle', 'rpm', 'batteryCurrentA', 'electricalPowerW']),
            band: object(each(['throttle', 'batteryCurrentA'], pair))
          },
          ['band']
        )
      ),
      level: nullable(
        object(
          {
            stallSpeedMs: number,
            ...each(
              ['topSpeedMs', 'climbMs', 'climbSpeedMs', 'cruiseSpeedMs', 'cruiseCurrentA', 'cruiseThrottle'],
              nullable(number)
            ),
            band: object(each(['topSpeedMs', 'climbMs'], nullable(pair)))
          },
          ['band']
        )
      ),
      boat: nullable(
        object(
          {
            ...numbers(['unloadedRpm', 'loadedRpm', 'topSpeedMs', 'slip', 'batteryCurrentA']),
            planing: flag,
            hump: flag,
            band: object(each(['topSpeedMs', 'loadedRpm', 'batteryCurrentA'], pair))
          },
          ['band']
        )
      ),
      fan: nullable(object(numbers(['jetMs', 'massFlowKgS', 'loadingNM2', 'thrustPerWattNW', 'tipSpeedMs']))),
      forward: nullable(object(numbers(['topSpeedMs', 'tiltDeg', 'reserveG']))),
      endurance: list(
        object(
          {
            at: oneOf(ENDURANCES),
            ...numbers(['seconds', 'usedShare', 'averageCurrentA', 'lowestLoadedCellV']),
            endedBy: text,
            packC: nullable(number),
            band: pair
          },
          ['band']
        )
      ),
      heat: nullable(
        object({
          cooling: oneOf(['wash', 'still', 'water']),
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
          source: oneOf(['label', 'measured', 'estimated', 'fitted']),
          ...numbers(['relativeSd', 'batteryCurrent', 'thrust', 'rpm'])
        })
      ),
      narrows: nullable(
        object({
          id: oneOf(['full-amps', 'hover-amps', 'half-amps', 'thrust']),
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
      putRight: list(reference<PutRight>('PutRight')),
      cannot: list(object({ id: text, sentence: text }))
    },
    ['putRight', 'cannot']
  )
);

export const putRightSchema = describes<PutRight>()(
  object(
    {
      text,
      steps: list(text),
      outcome: list(text),
      why: text,
      changes: list(reference<Change>('Change')),
      effects: list(
        object({
          id: text,
          title: text,
          unit: text,
          direction: oneOf(['below', 'above']),
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
  )
);

export const calibrateAnswerSchema = describes<CalibrateAnswer>()(
  object({
    setup: reference<SetupDocument>('Setup'),
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
  })
);
