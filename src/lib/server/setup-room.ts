import { error } from '@sveltejs/kit';
import type { Settings } from '../core/document/settings-schema.ts';
import type { StoredCraft, StoredSetup } from '../core/document/stored.ts';
import { getCraft } from './crafts.ts';
import { store } from './db/store.ts';
import type { Db } from './db/open.ts';
import { idOf } from './outcome.ts';
import { getSettings } from './settings.ts';
import { getSetup } from './setups.ts';

/** What every room of a setup begins with. */
interface SetupRoom {
  readonly db: Db;
  readonly stored: StoredSetup;
  readonly craft: StoredCraft;
  readonly settings: Settings;
}

/** The setup of an address, its craft and the settings. @throws what SvelteKit shows as a page, 404 where there is none */
export function setupRoom(id: string): SetupRoom {
  const db = store();
  const stored = getSetup(db, idOf(id));
  if (!stored.ok) error(404, stored.message);
  const craft = getCraft(db, stored.value.craftId);
  if (!craft.ok) error(404, craft.message);
  return { db, stored: stored.value, craft: craft.value, settings: getSettings(db) };
}
