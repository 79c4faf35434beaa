import type { ChangeAnswer } from '../../core/change/change-of.ts';
import type { CheckResult } from '../../core/checks/finding.ts';
import type { Change, Setting } from '../../core/document/change.ts';
import type { PutRight } from '../../core/alternatives/put-right.ts';
import type { SetupDocument } from '../../core/document/schema.ts';
import {
  anyObject,
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
import type { PredictAnswer } from '../../core/predict/answer.ts';
import type { Plan } from '../../core/testing/plan/stage.ts';
import { reference } from './reference.ts';

export const changeAnswerSchema = describes<ChangeAnswer>()(
  object({
    sentence: text,
    same: text,
    before: reference<PredictAnswer>('PredictAnswer'),
    after: reference<PredictAnswer>('PredictAnswer'),
    setup: reference<SetupDocument>('Setup'),
    said: list(text),
    steps: list(object({ title: text, working: text, value: nullable(number), unit: text })),
    anchored: nullable(object({ residuals: list(anyObject), unresolved: list(text), notes: list(text) })),
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
    claims: list(object({ id: text, claim: text, so: oneOf(['yes', 'no', 'partly']), says: text })),
    breaks: list(reference<CheckResult>('Check')),
    stays: list(reference<CheckResult>('Check')),
    closer: list(reference<CheckResult>('Check')),
    mends: list(reference<PutRight>('PutRight')),
    restores: list(reference<PutRight>('PutRight')),
    cannot: list(object({ id: text, sentence: text })),
    rail: list(
      object({
        name: text,
        kind: text,
        seesV: number,
        limitV: nullable(number),
        stands: oneOf(['yes', 'no', 'not known']),
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
      object({
        by: text,
        text,
        changes: list(reference<Change>('Change')),
        currentA: number,
        thrustN: number
      })
    ),
    choices: nullable(
      list(
        object({
          text,
          changes: list(reference<Change>('Change')),
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
    plan: nullable(reference<Plan>('Plan'))
  })
);

export const planSchema = describes<Plan>()(
  object({
    stages: list(
      object({
        id: text,
        kind: oneOf(['bare', 'run', 'hover', 'time']),
        title: text,
        fit: text,
        do: text,
        changes: list(reference<Setting>('Change')),
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
  })
);
