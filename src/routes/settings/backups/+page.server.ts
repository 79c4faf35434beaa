import { backupsHeld } from '$lib/server/backup/keep-backups';
import { store } from '$lib/server/db/store';
import { listTrash } from '$lib/server/trash';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = () => {
  const db = store();
  const kept = backupsHeld(db);
  const trash = listTrash(db);
  return {
    kept: kept.ok ? kept.value : { backups: [], holds: {} },
    trash: trash.ok ? trash.value : []
  };
};
