import type {
  ArchiveImport,
  BackupLook,
  BackupRestored,
  KeptBackup,
  KeptCounts,
  BackupsHeld,
  TrashItem
} from '../backups.ts';
import { as, route } from '../route.ts';
import { named } from '../schemas.ts';

/** The whole as one file, backups and the trash. A table of data. */
export const BACKUP_ROUTES = {
  exportArchive: route('exportArchive', {
    summary: 'Everything that is kept as one file of open formats.',
    answer: as<never>({ type: 'string', format: 'binary' }),
    sendsFile: true,
    refuses: []
  }),
  importArchive: route('importArchive', {
    summary: 'What an archive would bring into an empty installation; with ?apply=1 it is brought.',
    query: { apply: '1 to bring it' },
    body: { kind: 'bytes', is: as<Blob>({ type: 'string', format: 'binary' }), file: true },
    answer: as<ArchiveImport>(named('ArchiveImport')),
    refuses: [409, 413]
  }),
  listBackups: route('listBackups', {
    summary: 'The backups there are, the newest first, and what the data holds now.',
    answer: as<BackupsHeld>(named('BackupsHeld')),
    refuses: []
  }),
  makeBackup: route('makeBackup', {
    summary: 'Makes a backup, opens it and looks it through.',
    answer: as<KeptBackup & { counts: KeptCounts }>(named('CheckedBackup')),
    status: 201,
    refuses: []
  }),
  lookAtBackup: route('lookAtBackup', {
    summary: 'A backup looked through, and what would be different if it took the place of the data.',
    words: { name: 'name of a backup' },
    answer: as<BackupLook>(named('BackupLook')),
    refuses: [404]
  }),
  restoreBackup: route('restoreBackup', {
    summary: 'Puts a backup in the place of the data, which is kept as a backup itself first.',
    words: { name: 'name of a backup' },
    answer: as<BackupRestored>(named('BackupRestored')),
    refuses: [404, 409]
  }),
  listTrash: route('listTrash', {
    summary: 'What was deleted and can be put back, the last deleted first.',
    answer: as<TrashItem[]>({ type: 'array', items: named('TrashItem') }),
    refuses: []
  })
};
