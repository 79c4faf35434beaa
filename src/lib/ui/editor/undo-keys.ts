/** What of a focused element decides whose Ctrl+Z is. */
interface Focused {
  tagName: string;
  type?: string;
  isContentEditable?: boolean;
  dataset?: { figure?: string };
}

/** Inputs that hold text and so have an undo of their own. */
const TEXTUAL = new Set(['text', 'search', 'url', 'email', 'tel', 'password', 'number', '']);

/**
 * Whether Ctrl+Z belongs to the field that has the focus: a text field's always; a figure's while something is typed that
 * was not taken yet (`data-figure="typed"`), since afterwards the figure is the setup's.
 */
export function fieldOwnsUndo(target: Focused | null): boolean {
  if (!target) return false;
  if (target.isContentEditable || target.tagName === 'TEXTAREA') return true;
  if (target.tagName !== 'INPUT' || !TEXTUAL.has(target.type ?? 'text')) return false;
  return target.dataset?.figure === undefined || target.dataset.figure === 'typed';
}

/** What a key asks of the setup's undo: null for every other key, and where the field that has the focus takes it. */
export function undoKey(event: KeyboardEvent): 'undo' | 'redo' | null {
  if (!(event.ctrlKey || event.metaKey) || !/^[zy]$/i.test(event.key)) return null;
  if (fieldOwnsUndo(event.target as HTMLInputElement)) return null;
  event.preventDefault();
  return event.key.toLowerCase() === 'y' || event.shiftKey ? 'redo' : 'undo';
}
