import type { Chart } from '../../core/charts/chart.ts';
import { bandsCarriedOver, carriedOver } from '../../core/checks/carry-over.ts';
import type { SetupDocument } from '../../core/document/schema.ts';
import type { Issue } from '../../core/text/issues.ts';
import type { Depth, MatchLook, MatchPicture } from '../../core/match/match-picture.ts';
import { isWhole, withMends, type MatchMends } from '../../core/match/mends.ts';
import type { Ports } from './ports.ts';

/** What became of a picture that was asked for. */
export type DrawOutcome = { is: 'drawn' } | { is: 'overtaken' } | { is: 'refused'; errors: Issue[] };

interface Wanted {
  turn: number;
  /** How far it is still to be worked out, one after the other. */
  depths: readonly Depth[];
  /** Pause before the last of them, ms. */
  pauseMs: number;
  document: SetupDocument;
  look: MatchLook;
  chart: Chart['id'];
}

/** Pause before the rest is worked out, ms: the frame that shows the edit has the processor to itself. */
const PAUSE_MS = 60;
/** Pause before what puts a setup right is looked for, ms: by far the longest sum, and nobody reads it between two steps of a figure. */
const SETTLED_MS = 250;
/** The same of a page that has just opened: its first edit has the processor to itself. */
const OPENED_MS = 800;

/**
 * Draws documents: at once without what takes long, then whole. What is asked later overtakes what was asked before; what was
 * overtaken before it began is never worked out.
 */
export class Drawing {
  readonly #ports: Pick<Ports, 'picture' | 'later'>;
  /** Told of every picture, and whether it is the last one of its document. */
  readonly #show: (picture: MatchPicture, whole: boolean) => void;
  /** Told of an error while the rest is worked out: nobody waits for it. */
  readonly #failed: (error: unknown) => void;
  #picture: MatchPicture;
  #turn = 0;
  #next: Wanted | null = null;
  #busy = false;
  #callOff: () => void = () => {};
  /** Ends the wait for a document that no longer is the last. */
  #wake: () => void = () => {};

  constructor(
    picture: MatchPicture,
    ports: Pick<Ports, 'picture' | 'later'>,
    on: { show: (picture: MatchPicture, whole: boolean) => void; failed: (error: unknown) => void }
  ) {
    this.#picture = picture;
    this.#ports = ports;
    this.#show = on.show;
    this.#failed = on.failed;
  }

  #put(picture: MatchPicture, whole: boolean): void {
    this.#picture = picture;
    this.#show(picture, whole);
  }

  /** Draws a document at once, and the rest of it when that is ready. Throws what the worker throws. */
  async draw(document: SetupDocument, look: MatchLook, chart: Chart['id']): Promise<DrawOutcome> {
    const turn = ++this.#turn;
    this.#wake();
    const quick = await this.#ports.picture('quick', document, look, 'quick');
    if (!quick.ok) return { is: 'refused', errors: quick.errors };
    if (turn !== this.#turn) return { is: 'overtaken' };
    const { answer } = quick.picture;
    this.#put(
      {
        ...quick.picture,
        // until bands are worked out, those of before go with the new values: nothing flickers, and nothing looks surer
        answer: {
          ...answer,
          points: answer.points.map((p, k) => bandsCarriedOver(p, this.#picture.answer.points[k])),
          checks: carriedOver(answer.checks, this.#picture.answer.checks)
        },
        chart: this.#picture.chart
      },
      false
    );
    this.#next = { turn, depths: ['banded', 'full'], pauseMs: SETTLED_MS, document, look, chart };
    this.#callOff();
    this.#callOff = this.#ports.later(PAUSE_MS, () => void this.#rest());
    return { is: 'drawn' };
  }

  /**
   * Makes the picture that the server drew whole, unless something was asked for meanwhile: by what the server sends after it, or
   * where nothing comes by working it out here.
   */
  async complete(
    document: SetupDocument,
    look: MatchLook,
    chart: Chart['id'],
    sent: Promise<MatchMends | null> | null
  ): Promise<void> {
    if (isWhole(this.#picture)) return;
    const mends = await sent?.catch(() => null);
    if (this.#turn !== 0) return;
    if (mends) {
      this.#put(withMends(this.#picture, mends), true);
      return;
    }
    this.#next = { turn: this.#turn, depths: ['full'], pauseMs: OPENED_MS, document, look, chart };
    void this.#rest();
  }

  /** Waits until nothing was drawn anew for a while, or something is. */
  #settled(pauseMs: number): Promise<void> {
    return new Promise((resolve) => {
      const callOff = this.#ports.later(pauseMs, resolve);
      this.#wake = () => {
        callOff();
        resolve();
      };
    });
  }

  async #rest(): Promise<void> {
    if (this.#busy) return;
    this.#busy = true;
    try {
      while (this.#next) {
        const { turn, depths, pauseMs, document, look, chart } = this.#next;
        this.#next = null;
        for (const depth of depths) {
          if (depth === 'full') await this.#settled(pauseMs);
          if (turn !== this.#turn) break;
          const drawn = await this.#ports.picture('thorough', document, look, depth, chart);
          if (turn !== this.#turn || !drawn.ok) break;
          this.#put(drawn.picture, depth === 'full');
        }
      }
    } catch (error) {
      this.#failed(error);
    } finally {
      this.#busy = false;
    }
  }
}
