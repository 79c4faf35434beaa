import { onDestroy } from 'svelte';
import { pushState } from '$app/navigation';

/** Closes what is open over the page; null where nothing is. */
let opened: (() => void) | null = null;
/** Ends when the browser has gone back to where something was opened. */
let back: Promise<void> = Promise.resolve();

/** Waits until what was closed has left the browser's history: only then another page is opened. */
export const historyAtRest = (): Promise<void> => back;

/** How often and how long after each other the focus is given back, ms: a dialog that fades out holds it until it is gone. */
const TRIES = 40;
const PAUSE_MS = 25;

/** Gives the focus to what had it, unless it has gone elsewhere meanwhile. */
function giveFocus(to: HTMLElement, tries = TRIES): void {
  const at = document.activeElement;
  if (!to.isConnected || (at !== null && at !== document.body && !at.closest('dialog, [data-overlay]')))
    return;
  to.focus();
  if (document.activeElement !== to && tries > 0) setTimeout(() => giveFocus(to, tries - 1), PAUSE_MS);
}

/**
 * Something that opens over the page, made while its component is: the browser's back closes it, and so does everything else
 * that sets `open` to false.
 */
export class Overlay {
  readonly name: string;
  #open = $state(false);
  /** What had the focus when it was opened; it gets it back. */
  #from: HTMLElement | null = null;

  constructor(name: string) {
    this.name = name;
    onDestroy(() => {
      this.#from = null;
      this.#forget();
    });
  }

  get open(): boolean {
    return this.#open;
  }

  set open(wanted: boolean) {
    if (wanted === this.#open) return;
    if (wanted) {
      // one at a time: what was open gives its place in the history to this
      if (opened === null) pushState('', { open: this.name });
      else opened();
      opened = this.#back;
      this.#from = document.activeElement as HTMLElement | null;
      this.#open = true;
      addEventListener('popstate', this.#back);
    } else {
      this.#forget();
      back = new Promise((done) => addEventListener('popstate', () => done(), { once: true }));
      history.back();
    }
  }

  readonly #back = (): void => this.#forget();

  #forget(): void {
    if (opened === this.#back) opened = null;
    this.#open = false;
    if (this.#from) giveFocus(this.#from);
    this.#from = null;
    if (typeof removeEventListener !== 'undefined') removeEventListener('popstate', this.#back);
  }
}
