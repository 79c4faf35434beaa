// The whole, its backups and the trash, as the interface tells of them.
import {
  flag,
  list,
  object,
  oneOf,
  standsFor,
  text,
  whole,
  type TypeOf
} from '../../core/document/typed-schema.ts';
import { reference } from './reference.ts';

/** How many there are of each kind of thing. */
const counts = standsFor<Readonly<Record<string, number>>>({ type: 'object', additionalProperties: whole });
export type KeptCounts = TypeOf<typeof counts>;

const kept = { name: text, at: text, reason: text, bytes: whole };

/** A backup as it lies in its folder. */
export const keptBackupSchema = object(kept);
export type KeptBackup = Readonly<TypeOf<typeof keptBackupSchema>>;

/** A backup that was opened and looked through, with what it holds. */
export const checkedBackupSchema = object({ ...kept, counts });
export type CheckedBackup = Readonly<TypeOf<typeof checkedBackupSchema>>;

/** The backups there are, the newest first, and what the data holds now. */
export const backupsHeldSchema = object({
  backups: list(reference<KeptBackup>('KeptBackup')),
  holds: counts
});
export type BackupsHeld = Readonly<TypeOf<typeof backupsHeldSchema>>;

/** What of one kind would come, go or change, by name and in number. */
const keptDifferenceSchema = object({
  kind: text,
  comes: list(text),
  goes: list(text),
  changes: list(text),
  came: whole,
  went: whole,
  changed: whole
});
export type KeptDifference = Readonly<TypeOf<typeof keptDifferenceSchema>>;

/** A backup looked through, and what would be different if it took the place of the data. */
export const backupLookSchema = object({
  backup: reference<CheckedBackup>('CheckedBackup'),
  changes: list(keptDifferenceSchema)
});
export type BackupLook = Readonly<TypeOf<typeof backupLookSchema>>;

/** What was put in place of what: `keptAs` is the backup that what was there before is kept as. */
export const backupRestoredSchema = object({ restored: text, keptAs: text, holds: counts });
export type BackupRestored = Readonly<TypeOf<typeof backupRestoredSchema>>;

/** What can lie in the trash. */
export const TRASH_KINDS = ['craft', 'setup', 'run', 'part', 'table', 'record', 'search'] as const;
export type TrashKind = (typeof TRASH_KINDS)[number];

/** Something that was deleted and can be put back until it goes. */
export const trashItemSchema = object({
  kind: oneOf(TRASH_KINDS),
  id: whole,
  name: text,
  deletedAt: text,
  goesAt: text
});
export type TrashItem = Readonly<TypeOf<typeof trashItemSchema>>;

/** What the import of an archive would bring, or brought. */
export const archiveImportSchema = object({ applied: flag, madeAt: text, holds: counts });
export type ArchiveImport = Readonly<TypeOf<typeof archiveImportSchema>>;
