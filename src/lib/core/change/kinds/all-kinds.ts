import type { FromSchema } from 'json-schema-to-ts';
import type { Measurement } from '../../calibration/schema.ts';
import type { SetupDocument } from '../../document/schema.ts';
import { cellsForm, cellsKind } from './cells.ts';
import type { ChangeForm, ChangeKind } from './change-kind.ts';
import { countForm, countKind } from './count.ts';
import { engineForm, engineKind } from './engine.ts';
import { figuresKind, type FiguresChange } from './figures.ts';
import { motorForm, motorKind } from './motor.ts';
import { outputLimitForm, outputLimitKind } from './output-limit.ts';
import { packForm, packKind } from './pack.ts';
import { propulsorForm, propulsorKind } from './propulsor.ts';
import { repowerForm, repowerKind } from './repower.ts';

/** Every kind of change that a request may ask for, in the order in which people think of them. */
export const KINDS = {
  cells: cellsKind,
  propulsor: propulsorKind,
  'output-limit': outputLimitKind,
  motor: motorKind,
  pack: packKind,
  repower: repowerKind,
  engine: engineKind,
  count: countKind
} as const;

/** Their names. */
export const CHANGE_KINDS = Object.keys(KINDS) as readonly ChangeKindName[];

/** How each of them is offered and set; the page has these without what predicts. */
const FORMS: { readonly [K in ChangeKindName]: ChangeForm<ChangeOf[K]> } = {
  cells: cellsForm,
  propulsor: propulsorForm,
  'output-limit': outputLimitForm,
  motor: motorForm,
  pack: packForm,
  repower: repowerForm,
  engine: engineForm,
  count: countForm
};

export type ChangeKindName = keyof typeof KINDS;
type ChangeOf = { [K in ChangeKindName]: FromSchema<(typeof KINDS)[K]['schema']> };
/** A change that a request may ask for. */
export type AskedChange = ChangeOf[ChangeKindName];
/** One change of a setup; `anchor` is what the present one was measured to do: the prediction is calibrated by it first. */
export type SetupChange = AskedChange | FiguresChange;

/** What a change is and does, by its kind. */
export const kindOf = (change: SetupChange): Omit<ChangeKind<SetupChange>, 'schema'> =>
  (change.kind === 'figures' ? figuresKind : KINDS[change.kind]) as Omit<ChangeKind<SetupChange>, 'schema'>;

/** How a change is set; null for figures taken as a step, which are as they were taken. */
export const formOf = (change: SetupChange): ChangeForm<AskedChange> | null =>
  change.kind === 'figures' ? null : (FORMS[change.kind] as ChangeForm<AskedChange>);

/** A kind of change as it is chosen: by its words. */
export interface ChangeChoice {
  readonly kind: ChangeKindName;
  readonly words: string;
}

/** The changes that suit a craft. */
export const changesFor = (setup: SetupDocument): ChangeChoice[] =>
  (Object.keys(FORMS) as ChangeKindName[]).flatMap((kind) => {
    const words = FORMS[kind].words(setup);
    return words === null ? [] : [{ kind, words }];
  });

/** What a change of a kind begins with. */
export const firstChange = (kind: ChangeKindName, setup: SetupDocument): SetupChange =>
  FORMS[kind].first(setup);

/** The reading that a change starts from; null where it has none. */
export const anchorOf = (change: SetupChange): Measurement | null =>
  'anchor' in change ? ((change.anchor as Measurement | undefined) ?? null) : null;
