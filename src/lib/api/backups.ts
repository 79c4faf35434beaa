/** How many there are of each kind of thing. */
export type KeptCounts = Readonly<Record<string, number>>;

/** A backup as it lies in its folder; `counts` once it was looked through. */
export interface KeptBackup {
  readonly name: string;
  readonly at: string;
  readonly reason: string;
  readonly bytes: number;
}

/** The backups there are, the newest first, and what the data holds now. */
export interface BackupsHeld {
  readonly backups: readonly KeptBackup[];
  readonly holds: KeptCounts;
}

/** What of one kind would come, go or change, by name and in number. */
export interface KeptDifference {
  readonly kind: string;
  readonly comes: readonly string[];
  readonly goes: readonly string[];
  readonly changes: readonly string[];
  readonly came: number;
  readonly went: number;
  readonly changed: number;
}

/** A backup looked through, and what would be different if it took the place of the data. */
export interface BackupLook {
  readonly backup: KeptBackup & { readonly counts: KeptCounts };
  readonly changes: readonly KeptDifference[];
}

/** What was put in place of what. */
export interface BackupRestored {
  readonly restored: string;
  /** The backup that what was there before is kept as. */
  readonly keptAs: string;
  readonly holds: KeptCounts;
}

/** What can lie in the trash. */
export const TRASH_KINDS = ['craft', 'setup', 'run', 'part', 'table', 'record', 'search'] as const;
export type TrashKind = (typeof TRASH_KINDS)[number];

/** Something that was deleted and can be put back until it goes. */
export interface TrashItem {
  readonly kind: TrashKind;
  readonly id: number;
  readonly name: string;
  readonly deletedAt: string;
  readonly goesAt: string;
}

/** What the import of an archive would bring, or brought. */
export interface ArchiveImport {
  readonly applied: boolean;
  readonly madeAt: string;
  readonly holds: KeptCounts;
}

/** A link by which a sheet may be read. */
export interface Share {
  readonly id: number;
  readonly createdAt: string;
  readonly readAt: string | null;
}

/** Whether a passphrase is set, and whether this browser is logged in. */
export interface SessionState {
  readonly needed: boolean;
  readonly open: boolean;
}

/** Where a calibration stands: a calibration is of parts, and goes wherever they do. */
export interface CalibrationPlaces {
  /** Setups whose predictions follow it, this one left out. */
  readonly setups: readonly { readonly id: number; readonly name: string; readonly craft: string }[];
  /** Parts of the shelf that carry it on, by name. */
  readonly parts: readonly string[];
}
