import { named } from '../schemas.ts';
import { list } from '../../core/document/typed-schema.ts';
import { answeredFile, sentFile, route } from '../route.ts';

/** The whole as one file, backups and the trash. A table of data. */
export const BACKUP_ROUTES = {
  exportArchive: route('exportArchive', {
    summary: 'Everything that is kept as one file of open formats.',
    answer: answeredFile,
    sendsFile: true,
    refuses: []
  }),
  importArchive: route('importArchive', {
    summary: 'What an archive would bring into an empty installation; with ?apply=1 it is brought.',
    query: { apply: '1 to bring it' },
    body: { kind: 'bytes', is: sentFile, file: true },
    answer: named('ArchiveImport'),
    refuses: [409, 413]
  }),
  listBackups: route('listBackups', {
    summary: 'The backups there are, the newest first, and what the data holds now.',
    answer: named('BackupsHeld'),
    refuses: []
  }),
  makeBackup: route('makeBackup', {
    summary: 'Makes a backup, opens it and looks it through.',
    answer: named('CheckedBackup'),
    status: 201,
    refuses: []
  }),
  lookAtBackup: route('lookAtBackup', {
    summary: 'A backup looked through, and what would be different if it took the place of the data.',
    words: { name: 'name of a backup' },
    answer: named('BackupLook'),
    refuses: [404]
  }),
  restoreBackup: route('restoreBackup', {
    summary: 'Puts a backup in the place of the data, which is kept as a backup itself first.',
    words: { name: 'name of a backup' },
    answer: named('BackupRestored'),
    refuses: [404, 409]
  }),
  listTrash: route('listTrash', {
    summary: 'What was deleted and can be put back, the last deleted first.',
    answer: list(named('TrashItem')),
    refuses: []
  })
};
