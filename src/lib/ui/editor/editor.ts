import type { FixablePart } from '../../core/registry/parts.ts';
import type { Chart } from '../../core/charts/chart.ts';
import type { PredictPoint, SetupDocument } from '../../core/document/schema.ts';
import type { StoredSetup } from '../../core/document/stored.ts';
import type { MatchLook, MatchPicture } from '../../core/match/match-picture.ts';
import { isWhole, type MatchMends } from '../../core/match/mends.ts';
import type { Remedy } from '../../core/checks/finding.ts';
import type { Issue } from '../../core/text/issues.ts';
import type { Derivation } from '../../core/derivations/derivation.ts';
import { fittedDocument } from '../../core/alternatives/fitted-setup.ts';
import { type Fitting, type Fittings, type ShelfPart } from '../../core/alternatives/fittings.ts';
import { Drawing } from './drawing.ts';
import type { Ports } from './ports.ts';
import { SetupEditor, type SetupState } from './setup-editor.ts';

/** What Match shows besides. */
interface MatchShown {
  picture: MatchPicture;
  point: PredictPoint;
  chartId: Chart['id'] | 'sensitivity';
  /** Whether what puts the shown setup right is worked out; until then it is on its way. */
  settled: boolean;
  /** The derivation that is asked for. */
  why: Derivation | null;
  /** The check whose working is open, and what puts it right; null while that is worked out. */
  opened: { readonly id: string; readonly remedies: readonly Remedy[] | null } | null;
}

/** Everything that the Match screen shows of what is being edited. */
export type EditorState = SetupState & MatchShown;

/** The editor of Match: draws each document quickly and then whole, and answers why and what puts it right. */
export class Editor extends SetupEditor<MatchShown> {
  readonly schools: Record<string, string>;
  readonly #ports: Ports;
  readonly #drawing: Drawing;
  #asked: string | null = null;

  /** @param changed told of every change of the state; first of the whole */
  constructor(
    stored: StoredSetup,
    picture: MatchPicture,
    schools: Record<string, string>,
    ports: Ports,
    changed: (patch: Partial<EditorState>) => void
  ) {
    super(
      stored,
      {
        picture,
        point: { throttle: 1, speedMs: 0, stateOfCharge: 1 },
        chartId: 'throttle',
        settled: isWhole(picture),
        why: null,
        opened: null
      },
      ports,
      changed
    );
    this.schools = schools;
    this.#ports = ports;
    this.#drawing = new Drawing(picture, ports, {
      show: (drawn, whole) => {
        this.set({ picture: drawn, settled: whole });
        if (this.#asked !== null) void this.ask(this.#asked);
        if (whole && this.state.opened) void this.open(this.state.opened.id);
      },
      failed: (error) => this.set({ said: this.lost(error) })
    });
  }

  get #look(): MatchLook {
    return { point: this.state.point, schools: this.schools };
  }

  get #chart(): Chart['id'] {
    const { chartId } = this.state;
    return chartId === 'sensitivity' ? 'throttle' : chartId;
  }

  protected async drawn(document: SetupDocument): Promise<readonly Issue[] | null> {
    const drawn = await this.#drawing.draw(document, this.#look, this.#chart);
    return drawn.is === 'refused' ? drawn.errors : null;
  }

  /** Whether the user holds a part as it is. */
  isFixed(part: string): boolean {
    return (this.state.document.fixed as readonly string[] | undefined)?.includes(part) ?? false;
  }

  /** Holds a part as it is, or frees it. */
  async fix(part: FixablePart, held: boolean): Promise<void> {
    await this.replace(
      (present) => {
        const others = (present.fixed ?? []).filter((p) => p !== part);
        return { ...present, fixed: held ? [...others, part] : others };
      },
      `${part} ${held ? 'fixed' : 'free'}`
    );
  }

  /** What the free parts would be if they were fitted round the fixed ones. Nothing is changed. */
  fitted(): Promise<SetupDocument> {
    return this.#ports.fitted(this.state.document, this.schools);
  }

  /** The best ways to fit what is free, with the setup that they are of. Nothing is changed. */
  async fittings(shelf: readonly ShelfPart[]): Promise<{ of: SetupDocument; fittings: Fittings | null }> {
    const of = this.state.document;
    return { of, fittings: await this.#ports.fittings(of, this.#look, shelf) };
  }

  /** Takes a way to fit what is free, unless the setup is no longer the one that it was found for. */
  async takeFitting(fitting: Fitting, of: SetupDocument): Promise<boolean> {
    if (this.state.document !== of) return false;
    const fixed = of.fixed ?? [];
    return this.replace(
      (present) => fittedDocument(present, fitting),
      fixed.length > 0 ? `fitted around the ${fixed.join(' and ')}` : 'fitted to the brief'
    );
  }

  /** Looks at another throttle, speed or charge. */
  async look(point: PredictPoint): Promise<void> {
    this.set({ point });
    await this.draw(this.state.document);
  }

  /** Asks for another chart. */
  async show(chartId: EditorState['chartId']): Promise<void> {
    this.set({ chartId });
    await this.draw(this.state.document);
  }

  /** Asks how a figure comes about, and goes on answering as the setup changes; null closes the answer. */
  async ask(id: string | null): Promise<void> {
    this.#asked = id;
    if (id === null) {
      this.set({ why: null });
      return;
    }
    const why = await this.#ports.why(this.state.picture.document, this.#look, id);
    if (this.#asked === id) this.set({ why });
  }

  /** Opens a check's working, and works out what puts it right; null closes it. */
  async open(id: string | null): Promise<void> {
    if (id === null) {
      this.set({ opened: null });
      return;
    }
    this.set({ opened: { id, remedies: null } });
    const { document } = this.state.picture;
    const remedies = await this.#ports.remedies(document, this.#look, id);
    // what was found for a setup that has changed since is found again with the next picture
    if (this.state.opened?.id === id && this.state.picture.document === document)
      this.set({ opened: { id, remedies } });
  }

  /**
   * Starts the calculation, so that the first edit is as quick as the next, and asks for what the page does not have yet.
   * @param sent what puts the setup right, where the server sends it after the page
   */
  async warm(sent: Promise<MatchMends | null> | null = null): Promise<void> {
    const { document } = this.state;
    void this.#drawing.complete(document, this.#look, this.#chart, sent);
    try {
      await this.#ports.picture('quick', document, this.#look, 'quick');
    } catch (error) {
      this.set({ said: this.lost(error) });
    }
  }
}
