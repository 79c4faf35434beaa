import type { FixablePart } from '../../core/registry/parts.ts';
import type { PredictPoint, SetupDocument } from '../../core/document/schema.ts';
import type { StoredSetup } from '../../core/document/stored.ts';
import type { Fitting, Fittings, ShelfPart } from '../../core/alternatives/fittings.ts';
import type { ShoppingLine } from '../../core/alternatives/shopping.ts';
import type { MatchPicture } from '../../core/match/match-picture.ts';
import type { MatchMends } from '../../core/match/mends.ts';
import { askWorker, whenRestarted } from '../../workers/client.ts';
import { Editor, type EditorState } from '../editor/editor.ts';
import { PAGE_PORTS } from '../editor/page-ports.ts';
import type { Ports } from '../editor/ports.ts';
import { SetupView } from '../editor/setup-view.svelte.ts';

/** The page's own workers, server and storage. */
const PORTS: Ports = {
  ...PAGE_PORTS,
  picture: (pace, ...asked) => askWorker(pace, (w) => w.matchPicture(...asked)),
  why: (...asked) => askWorker('quick', (w) => w.whyFigure(...asked)),
  remedies: (...asked) => askWorker('thorough', (w) => w.remediesFor(...asked)),
  fittings: (document, look, shelf) => askWorker('thorough', (w) => w.fittingsFor(document, look, shelf)),
  fitted: (document, schools) => askWorker('quick', (w) => w.fitAround(document, { schools }))
};

/** The Match screen's state: the setup that is edited, and what Match shows of it. */
export class MatchState extends SetupView<Editor> implements EditorState {
  picture = $state.raw<MatchPicture>({} as MatchPicture);
  point = $state.raw<PredictPoint>({});
  chartId = $state<EditorState['chartId']>('throttle');
  settled = $state(false);
  why = $state.raw<EditorState['why']>(null);
  opened = $state.raw<EditorState['opened']>(null);
  protected readonly editor: Editor;

  constructor(stored: StoredSetup, picture: MatchPicture, schools: Record<string, string>) {
    super(stored.id);
    this.editor = new Editor(stored, picture, schools, PORTS, (patch) => Object.assign(this, patch));
  }

  get schools(): Record<string, string> {
    return this.editor.schools;
  }

  /** Whether the user holds a part as it is. */
  isFixed = (part: string): boolean =>
    (this.document.fixed as readonly string[] | undefined)?.includes(part) ?? false;
  fix = (part: FixablePart, held: boolean): Promise<void> => this.editor.fix(part, held);
  fitted = (): Promise<SetupDocument> => this.editor.fitted();
  fittings = (shelf: readonly ShelfPart[]): Promise<{ of: SetupDocument; fittings: Fittings | null }> =>
    this.editor.fittings(shelf);
  takeFitting = (fitting: Fitting, of: SetupDocument): Promise<boolean> =>
    this.editor.takeFitting(fitting, of);
  look = (point: PredictPoint): Promise<void> => this.editor.look(point);
  show = (chartId: EditorState['chartId']): Promise<void> => this.editor.show(chartId);
  ask = (id: string | null): Promise<void> => this.editor.ask(id);
  open = (id: string | null): Promise<void> => this.editor.open(id);

  /** What to buy for the setup on the screen. */
  shopping = (): Promise<ShoppingLine[]> =>
    askWorker('quick', (w) =>
      w.shoppingFor(this.picture.document, { point: this.point, schools: this.schools })
    );

  /** Starts both workers; says so when one had to be started anew. */
  warm(sent: Promise<MatchMends | null> | null): Promise<void> {
    whenRestarted((why) =>
      this.editor.say(`The calculation stopped (${why}) and was started again; nothing is lost.`)
    );
    return this.editor.warm(sent);
  }
}
