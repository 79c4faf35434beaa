import type { SetupDocument } from '../../core/document/schema.ts';
import {
  anyObject,
  describes,
  exactly,
  flag,
  list,
  nullable,
  number,
  object,
  oneOf,
  pair,
  text,
  whole
} from '../../core/document/typed-schema.ts';
import type { BuildSheet } from '../../core/sheet/sheet.ts';
import type { Plan } from '../../core/testing/plan/stage.ts';
import { reference } from './reference.ts';

export const buildSheetSchema = describes<BuildSheet>()(
  object({
    format: exactly('iskarn.sheet/1'),
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
          state: oneOf(['owned', 'to buy', 'not on the shelf']),
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
    harness: anyObject,
    schematic: anyObject,
    receiver: anyObject,
    balance: nullable(anyObject),
    settings: list(object({ id: text, title: text, text })),
    cautions: list(
      object({
        act: text,
        title: text,
        cautions: list(object({ id: text, act: text, severity: text, text }))
      })
    ),
    defers: text,
    plan: nullable(reference<Plan>('Plan')),
    over: list(text),
    fitted: flag,
    carried: list(text),
    carriedWhole: flag,
    document: reference<SetupDocument>('Setup')
  })
);
