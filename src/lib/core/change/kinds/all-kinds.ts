import type { ChangeKindName, SetupChange } from '../change-request.ts';
import { cellsKind } from './cells.ts';
import type { ChangeKind } from './change-kind.ts';
import { countKind } from './count.ts';
import { figuresKind } from './figures.ts';
import { engineKind } from './engine.ts';
import { motorKind } from './motor.ts';
import { outputLimitKind } from './output-limit.ts';
import { packKind } from './pack.ts';
import { propulsorKind } from './propulsor.ts';
import { repowerKind } from './repower.ts';

type Of<K extends ChangeKindName> = ChangeKind<Extract<SetupChange, { kind: K }>>;

const KINDS: { readonly [K in ChangeKindName]: Of<K> } = {
  cells: cellsKind,
  propulsor: propulsorKind,
  'output-limit': outputLimitKind,
  motor: motorKind,
  pack: packKind,
  repower: repowerKind,
  engine: engineKind,
  count: countKind,
  figures: figuresKind
};

/** What a change is and does, by its kind. */
export const kindOf = (change: SetupChange): ChangeKind<SetupChange> =>
  KINDS[change.kind] as unknown as ChangeKind<SetupChange>;
