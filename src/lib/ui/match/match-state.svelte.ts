import { withChanges, type Change } from '../../core/setup/change.ts';
import type { Chart } from '../../core/charts/chart.ts';
import { withAllUpMass } from '../../core/craft/all-up-mass.ts';
import { withChangedNames } from '../../core/setup/changed-part.ts';
import type { FixablePart, PredictPoint, SetupDocument } from '../../core/setup/schema.ts';
import type { MatchPicture } from '../../core/train/match-picture.ts';
import type { StoredSetup } from '../../core/setup/stored.ts';
import { matchWorker } from '../../workers/client.ts';
import { call } from './api.ts';

type SaveState = 'saved' | 'saving' | 'not saved';

const AUTOSAVE_MS = 250;
const RETRY_MS = 3000;
const draftKey = (id: number): string => `iskarn-draft-${id}`;

/**
 * The Match screen's state: the document as edited, the last picture that could be drawn, and where saving stands.
 * The document on screen is always the last valid one; a refused edit leaves a sentence and changes nothing.
 */
export class MatchState {
  id: number;
  document = $state.raw<SetupDocument>({} as SetupDocument);
  picture = $state.raw<MatchPicture>({} as MatchPicture);
  point = $state.raw<PredictPoint>({ throttle: 1, speedMs: 0, stateOfCharge: 1 });
  schools: Record<string, string>;
  chartId = $state<Chart['id'] | 'sensitivity'>('throttle');
  saved = $state<SaveState>('saved');
  saveProblem = $state('');
  canUndo = $state(false);
  canRedo = $state(false);
  undoLabel = $state<string | null>(null);
  redoLabel = $state<string | null>(null);
  refused = $state('');
  #wanted = 0;
  #timer: ReturnType<typeof setTimeout> | undefined;
  /** Edits not sent yet, each its own step of undo. */
  #queue: { document: SetupDocument; label: string }[] = [];
  #saving: Promise<void> = Promise.resolve();
  /** What bands and chart are wanted of next; null when they are drawn or being drawn. */
  #thoroughly: { turn: number; document: SetupDocument; point: PredictPoint } | null = null;
  #busy = false;
  /** Edits whose answer from the worker is still out: saving and undoing wait for them. */
  #pending: Promise<unknown> = Promise.resolve();

  constructor(stored: StoredSetup, picture: MatchPicture, schools: Record<string, string>) {
    this.id = stored.id;
    this.picture = picture;
    this.schools = schools;
    this.#take(stored);
  }

  #take(stored: StoredSetup): void {
    this.document = stored.document;
    this.canUndo = stored.canUndo;
    this.canRedo = stored.canRedo;
    this.undoLabel = stored.undoLabel;
    this.redoLabel = stored.redoLabel;
  }

  /** Applies an edit if it is valid: draws, then saves by itself. Returns whether it was taken. */
  async edit(changes: Change[], label: string): Promise<boolean> {
    const document = $state.snapshot(this.document) as SetupDocument;
    return this.replace(withChanges(document, withChangedNames(document, changes)), label);
  }

  /** Replaces the document by an edited one. */
  replace(document: SetupDocument, label: string): Promise<boolean> {
    this.saved = 'saving';
    const work = this.#replace(document, label);
    this.#pending = Promise.allSettled([this.#pending, work]);
    return work;
  }

  async #replace(edited: SetupDocument, label: string): Promise<boolean> {
    const before = this.document;
    const document = withAllUpMass(edited);
    // shown at once, so that a second keystroke steps on from it; taken back when the core refuses
    this.document = document;
    const result = await this.#draw(document);
    if (result === 'refused') {
      if (this.document === document) this.document = before;
      if (this.#queue.length === 0) this.saved = 'saved';
      return false;
    }
    this.refused = '';
    this.#queue.push({ document: $state.snapshot(document) as SetupDocument, label });
    this.#keepDraft();
    this.#schedule(AUTOSAVE_MS);
    return true;
  }

  /** Whether the user holds a part as it is. */
  isFixed(part: string): boolean {
    return (this.document.fixed as readonly string[] | undefined)?.includes(part) ?? false;
  }

  /** Holds a part as it is, or frees it. */
  async fix(part: FixablePart, held: boolean): Promise<void> {
    const others = (this.document.fixed ?? []).filter((p) => p !== part);
    const document = $state.snapshot(this.document) as SetupDocument;
    await this.replace(
      { ...document, fixed: held ? [...others, part] : others },
      `${part} ${held ? 'fixed' : 'free'}`
    );
  }

  /** What the free parts would be if they were fitted round the fixed ones. Nothing is changed. */
  fitted(): Promise<SetupDocument> {
    return matchWorker().fitAround($state.snapshot(this.document) as SetupDocument);
  }

  /** Fits every part that is not fixed round those that are. */
  async fitFree(): Promise<void> {
    const fixed = this.document.fixed ?? [];
    await this.replace(
      await this.fitted(),
      fixed.length > 0 ? `fitted around the ${fixed.join(' and ')}` : 'fitted to the brief'
    );
  }

  /** Looks at another throttle, speed or charge. */
  async look(point: PredictPoint): Promise<void> {
    this.point = point;
    await this.#draw(this.document);
  }

  /** Asks for another chart. */
  async show(chartId: Chart['id'] | 'sensitivity'): Promise<void> {
    this.chartId = chartId;
    await this.#draw(this.document);
  }

  /** Draws the document: quickly, then with bands. Later requests overtake earlier ones. */
  async #draw(document: SetupDocument): Promise<'drawn' | 'refused' | 'overtaken'> {
    const turn = ++this.#wanted;
    const worker = matchWorker();
    const plain = $state.snapshot(document) as SetupDocument;
    const quick = await worker.matchPicture(plain, this.point, this.schools, 'quick');
    if (!quick.ok) {
      this.refused = quick.errors.map((e) => e.message).join(' ');
      return 'refused';
    }
    if (turn !== this.#wanted) return 'overtaken';
    // bands of the picture before stay out: a stale band would lie
    this.picture = { ...quick.picture, chart: this.picture.chart };
    this.#thoroughly = { turn, document: plain, point: this.point };
    void this.#drawThoroughly();
    return 'drawn';
  }

  /** Draws bands and chart of what was asked last; what was asked meanwhile and overtaken is never worked out. */
  async #drawThoroughly(): Promise<void> {
    if (this.#busy) return;
    this.#busy = true;
    try {
      while (this.#thoroughly) {
        const { turn, document, point } = this.#thoroughly;
        this.#thoroughly = null;
        const chart = this.chartId === 'sensitivity' ? 'throttle' : this.chartId;
        const full = await matchWorker('thorough').matchPicture(document, point, this.schools, 'full', chart);
        if (turn === this.#wanted && full.ok) this.picture = full.picture;
      }
    } finally {
      this.#busy = false;
    }
  }

  /** Starts both workers and lets them solve once, so that the first edit is as quick as the next. */
  async warm(): Promise<void> {
    const plain = $state.snapshot(this.document) as SetupDocument;
    await Promise.all([
      matchWorker('quick').matchPicture(plain, this.point, this.schools, 'quick'),
      matchWorker('thorough').matchPicture(plain, this.point, this.schools, 'full')
    ]);
  }

  #keepDraft(): void {
    const last = this.#queue.at(-1);
    if (!last) return;
    try {
      localStorage.setItem(draftKey(this.id), JSON.stringify(last));
    } catch {
      // a full or forbidden store only loses the safety net, the server still saves
    }
  }

  #schedule(ms: number): void {
    this.saved = 'saving';
    clearTimeout(this.#timer);
    this.#timer = setTimeout(() => void this.flush(), ms);
  }

  /** Sends what is not saved yet, one request at a time. */
  flush(): Promise<void> {
    clearTimeout(this.#timer);
    const pending = this.#pending;
    this.#saving = this.#saving.then(() => pending).then(() => this.#save());
    return this.#saving;
  }

  async #save(): Promise<void> {
    while (this.#queue.length > 0) {
      const answer = await call<StoredSetup>('PUT', `/api/v1/setups/${this.id}`, this.#queue[0]);
      if (!answer.ok) {
        this.saved = 'not saved';
        this.saveProblem = answer.message;
        this.#timer = setTimeout(() => void this.flush(), RETRY_MS);
        return;
      }
      this.#queue.shift();
      this.saveProblem = '';
      this.canUndo = answer.value.canUndo;
      this.canRedo = answer.value.canRedo;
      this.undoLabel = answer.value.undoLabel;
      this.redoLabel = answer.value.redoLabel;
    }
    this.saved = 'saved';
    localStorage.removeItem(draftKey(this.id));
  }

  /** Takes an edit that a crash kept from the server. */
  async recover(): Promise<void> {
    const kept = localStorage.getItem(draftKey(this.id));
    if (!kept) return;
    const draft = JSON.parse(kept) as { document: SetupDocument; label: string };
    await this.replace(draft.document, draft.label);
  }

  undo = (): Promise<void> => this.#move('undo');
  redo = (): Promise<void> => this.#move('redo');

  async #move(direction: 'undo' | 'redo'): Promise<void> {
    await this.flush();
    const answer = await call<StoredSetup>('POST', `/api/v1/setups/${this.id}/${direction}`);
    if (!answer.ok) {
      this.refused = answer.message;
      return;
    }
    this.refused = '';
    this.#take(answer.value);
    await this.#draw(this.document);
  }
}
