import { withoutGivenWeight } from '../document/sources.ts';
import { withoutKnown } from '../model/known.ts';
import { cautionsOf, DEFERS, type ActCautions } from '../cautions/cautions.ts';
import { runChecks } from '../checks/run-checks.ts';
import { wordOf, type Finding } from '../checks/finding.ts';
import type { SetupDocument } from '../document/schema.ts';
import { CRAFT_WORDS } from '../document/part-words.ts';
import { carriedTexts } from '../formats/qr-payload.ts';
import { harnessOf, type Harness } from '../harness/harness.ts';
import { schematicOf } from '../harness/schematic/schematic.ts';
import type { Schematic } from '../harness/schematic/drawing.ts';
import { balanceStateOf, type BalanceState } from '../model/balance.ts';
import { SetupAnalysis } from '../analysis/setup-analysis.ts';
import { receiverPictureOf, type ReceiverPicture } from '../receiver-power/receiver-picture.ts';
import { overOf } from '../testing/plan/limits.ts';
import { planIfTestable } from '../testing/plan/plan.ts';
import type { Plan } from '../testing/plan/stage.ts';
import { sheetFigures, type SheetFigure } from './figures.ts';
import { partsListOf, type PartsList, type Shelved } from './parts-list.ts';
import { sheetSettings, type SheetSetting } from './settings-list.ts';

/** One finding on paper. */
interface SheetFinding {
  readonly id: string;
  readonly title: string;
  readonly finding: Finding;
  readonly word: string;
  readonly short: string;
}

/** A build sheet: all that is needed at the bench without a screen. */
export interface BuildSheet {
  readonly format: 'iskarn.sheet/1';
  readonly craft: {
    readonly name: string;
    readonly kind: string;
    readonly massKg: number;
    readonly purpose: string;
  };
  readonly setup: string;
  /** Revision of the stored setup; null for one that is not stored. */
  readonly revision: number | null;
  /** Day it was made, as YYYY-MM-DD; null where it is not told. */
  readonly madeOn: string | null;
  readonly parts: PartsList;
  readonly figures: readonly SheetFigure[];
  readonly findings: readonly SheetFinding[];
  readonly estimates: readonly string[];
  readonly harness: Harness;
  readonly schematic: Schematic;
  readonly receiver: ReceiverPicture;
  readonly balance: BalanceState | null;
  readonly settings: readonly SheetSetting[];
  readonly cautions: readonly ActCautions[];
  readonly defers: string;
  /** Null where something is over that would break: `over` says what. */
  readonly plan: Plan | null;
  readonly over: readonly string[];
  /** Whether its figures were fitted to runs. */
  readonly fitted: boolean;
  /** The setup itself, for the square codes. */
  readonly carried: readonly string[];
  /** Whether they hold what was fitted too: a long fit is too much for paper. */
  readonly carriedWhole: boolean;
  readonly document: SetupDocument;
}

/** What a sheet is told beside the setup. */
export interface SheetMore {
  readonly shelf?: readonly Shelved[];
  readonly revision?: number | null;
  readonly madeOn?: string | null;
  readonly schools?: Readonly<Record<string, string>>;
  /** The setup that it was changed from, and the cell counts of the owned packs: its plan goes by both, as in Test. */
  readonly before?: SetupDocument | null;
  readonly owned?: readonly number[] | null;
  /** What stands behind a price. */
  readonly currency?: string;
}

/** Most square codes on a sheet. */
const MOST_SQUARES = 4;

/** The setup for the square codes; without what was fitted where that would take too many of them. */
function carry(setup: SetupDocument): Pick<BuildSheet, 'carried' | 'carriedWhole'> {
  // a mark less may be a code less on the paper
  const bare = withoutGivenWeight(withoutKnown(setup));
  const whole = carriedTexts(bare);
  if (whole.length <= MOST_SQUARES || setup.calibration == null)
    return { carried: whole, carriedWhole: true };
  return { carried: carriedTexts({ ...bare, calibration: null }), carriedWhole: false };
}

/** The build sheet of a valid setup document. */
export function sheetOf(setup: SetupDocument, more: SheetMore = {}): BuildSheet {
  const s = new SetupAnalysis(setup, { bands: true, schools: more.schools });
  const checks = runChecks(s);
  const harness = harnessOf(s);
  return {
    format: 'iskarn.sheet/1',
    craft: {
      name: setup.craft.name ?? 'craft without a name',
      kind: CRAFT_WORDS[setup.craft.kind],
      massKg: s.setup.craft.massKg,
      purpose: setup.craft.purpose ?? ''
    },
    setup: setup.name ?? 'setup without a name',
    revision: more.revision ?? null,
    madeOn: more.madeOn ?? null,
    parts: partsListOf(s, harness, more.shelf ?? [], more.currency ?? ''),
    figures: sheetFigures(s),
    findings: checks
      .filter((c) => c.finding !== 'holds')
      .map((c) => ({ id: c.id, title: c.title, finding: c.finding, word: wordOf(c), short: c.short })),
    estimates: s.estimates.map((e) => e.title),
    harness,
    schematic: schematicOf(s, harness),
    receiver: receiverPictureOf(s),
    balance: balanceStateOf(s.setup),
    settings: sheetSettings(s),
    cautions: cautionsOf(s),
    defers: DEFERS,
    plan: planIfTestable(checks, more.before ?? null, s, [], undefined, more.owned),
    over: overOf(checks, s).map((c) => `${c.title}: ${c.sentence}`),
    fitted: setup.calibration != null,
    ...carry(setup),
    document: withoutKnown(setup)
  };
}
