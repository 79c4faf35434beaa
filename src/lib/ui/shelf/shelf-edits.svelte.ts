import { call, type Refused } from '../../api/client.ts';
import type { StoredPart } from '../../core/document/stored.ts';
import { faultsOfPart } from '../../workers/part-client.ts';
import { outbox } from '../offline/outbox.svelte.ts';
import { shelfHere, waitingId } from '../offline/waiting.ts';

/** What is wrong with a part that waits here: without a server nobody else would say so before it is too late to mend. */
async function refusedHere(part: StoredPart): Promise<Refused | null> {
  const faults = await faultsOfPart(part);
  return faults.length === 0
    ? null
    : { ok: false, status: 422, message: faults[0].message, errors: [...faults] };
}

/** Parts of the shelf as they stand here, with what waits on this device to be sent, and what is done with them. */
export class ShelfEdits {
  readonly #listed: () => StoredPart[];
  /** Reads the list anew. */
  readonly #renew: () => Promise<void>;
  /** What the server has answered, until the list is read again. */
  #arrived = $state.raw<StoredPart | null>(null);
  #sent = outbox.sentLate;
  /** The part that was taken off last, until that is closed. */
  deleted = $state.raw<{ id: number; name: string } | null>(null);
  said = $state('');

  constructor(listed: () => StoredPart[], renew: () => Promise<void>) {
    this.#listed = listed;
    this.#renew = renew;
  }

  readonly parts = $derived.by(() => {
    const [list, arrived] = [this.#listed(), this.#arrived];
    return shelfHere(arrived ? [...list.filter((p) => p.id !== arrived.id), arrived] : list, outbox.items);
  });

  /** Parts of which something waits to be sent, by id. */
  readonly waits = $derived(
    outbox.items.flatMap((w, at): number[] => {
      if (w.refused !== null) return [];
      if (w.route === 'createPart') return [waitingId(at)];
      return w.route === 'editPart' && w.of !== null ? [w.of] : [];
    })
  );

  /** Reads the list anew where something that waited here was sent: it stands on the shelf now. */
  follow(): void {
    if (outbox.sentLate === this.#sent) return;
    this.#sent = outbox.sentLate;
    void this.#renew();
  }

  /** @param from the part that the edit was made from, as it stood then; @returns why it was not taken */
  async save(part: StoredPart, from: StoredPart | undefined): Promise<Refused | null> {
    const { id, ...body } = part;
    const says = `The part “${part.name}”`;
    const waits = outbox.partWaiting(id);
    if (waits) {
      const wrong = await refusedHere(part);
      if (!wrong) await outbox.rewrite(waits.key, body, says);
      return wrong;
    }
    const done =
      id === 0
        ? await outbox.send('createPart', { body }, says)
        : await outbox.send('editPart', { id, body, base: from }, says);
    if (!done.ok && done.kept) {
      const wrong = await refusedHere(part);
      if (wrong) outbox.drop(done.kept);
      return wrong;
    }
    if (!done.ok) return done;
    this.#arrived = done.value;
    await this.#renew();
    this.#arrived = null;
    return null;
  }

  /** Says whether a part is the user's own. */
  async own(part: StoredPart, owned: boolean): Promise<void> {
    const refused = await this.save({ ...part, owned }, part);
    if (refused) this.said = refused.message;
  }

  /** Takes a part off the shelf. */
  async remove(part: StoredPart): Promise<void> {
    const waits = outbox.partWaiting(part.id);
    if (waits) {
      outbox.drop(waits.key);
      return;
    }
    const done = await outbox.send('deletePart', { id: part.id, body: {} }, `“${part.name}”, off the shelf,`);
    if (done.ok || done.kept) this.deleted = { id: part.id, name: part.name };
    else this.said = done.message;
    if (done.ok) await this.#renew();
  }

  /** Puts the part that was taken off last back. */
  async restore(): Promise<void> {
    if (!this.deleted) return;
    const { id } = this.deleted;
    this.deleted = null;
    const waits = outbox.items.find((w) => w.route === 'deletePart' && w.of === id);
    if (waits) {
      outbox.drop(waits.key);
      return;
    }
    const done = await call('restorePart', { id });
    if (!done.ok) this.said = done.message;
    await this.#renew();
  }
}
