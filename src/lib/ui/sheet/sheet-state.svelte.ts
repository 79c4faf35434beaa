import type { SetupDocument } from '../../core/document/schema.ts';
import type { StoredSetup } from '../../core/document/stored.ts';
import type { BuildSheet, SheetMore } from '../../core/sheet/sheet.ts';
import type { Problem } from '../../core/text/issues.ts';
import { sheetInWorker } from '../../workers/sheet-client.ts';
import { PAGE_PORTS } from '../editor/page-ports.ts';
import { SetupEditor, type SetupState } from '../editor/setup-editor.ts';
import { SetupView } from '../editor/setup-view.svelte.ts';

/** What the sheet's room shows besides: the sheet of the last sound document; null where there was none yet. */
interface SheetShown {
  sheet: BuildSheet | null;
}

/** The editor of the sheet: makes the sheet of each document anew. */
class SheetEditor extends SetupEditor<SheetShown> {
  readonly #more: SheetMore;
  #turn = 0;

  constructor(
    stored: StoredSetup,
    sheet: BuildSheet | null,
    more: SheetMore,
    changed: (patch: Partial<SetupState & SheetShown>) => void
  ) {
    super(stored, { sheet }, PAGE_PORTS, changed);
    this.#more = more;
  }

  protected async drawn(document: SetupDocument): Promise<readonly Problem[] | null> {
    const turn = ++this.#turn;
    const made = await sheetInWorker(document, { ...this.#more, revision: this.revision });
    if (!made.ok) return made.errors.errors;
    if (turn === this.#turn) this.set({ sheet: made.answer });
    return null;
  }
}

/** The build sheet of a stored setup, made anew with every edit of its wiring, receiver or balance. */
export class SheetState extends SetupView<SheetEditor> implements SetupState, SheetShown {
  sheet = $state.raw<BuildSheet | null>(null);
  readonly more: SheetMore;
  protected readonly editor: SheetEditor;

  constructor(stored: StoredSetup, sheet: BuildSheet | null, problems: readonly Problem[], more: SheetMore) {
    super(stored.id);
    this.more = more;
    this.editor = new SheetEditor(stored, sheet, more, (patch) => Object.assign(this, patch));
    this.refused = problems;
  }
}
