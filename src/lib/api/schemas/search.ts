import type { SetupDocument } from '../../core/document/schema.ts';
import {
  byName,
  describes,
  each,
  flag,
  list,
  nullable,
  number,
  object,
  text,
  whole
} from '../../core/document/typed-schema.ts';
import type { SearchAnswer } from '../../core/search/answer-search.ts';
import { COLUMNS } from '../../core/yardstick/objectives.ts';
import { reference } from './reference.ts';

export const searchAnswerSchema = describes<SearchAnswer>()(
  object({
    examined: whole,
    workable: whole,
    leftOut: list(object({ part: text, why: text, count: whole })),
    yardstick: byName(number),
    axes: list(text),
    ranked: list(
      object({
        setup: reference<SetupDocument>('Setup'),
        objectives: object(each(COLUMNS, nullable(number))),
        score: number,
        findings: object({ tight: list(text), over: list(text) })
      })
    ),
    frontier: list(whole),
    rejected: byName(whole),
    nearest: list(
      object({ setup: reference<SetupDocument>('Setup'), over: list(text), by: number, relaxation: text })
    ),
    relaxations: list(object({ wish: text, from: number, to: number, opens: whole, without: whole })),
    buy: list(object({ part: text, text, opens: whole, better: nullable(number), onShelf: flag })),
    ideal: nullable(
      object({ setup: reference<SetupDocument>('Setup'), over: list(text), shopping: list(text) })
    )
  })
);
