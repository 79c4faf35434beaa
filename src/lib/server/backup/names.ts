/** Why a backup was made. */
export const REASONS = {
  daily: 'by itself',
  asked: 'asked for',
  'before-update': 'before an update of the data',
  'before-restore': 'before something was restored',
  'before-import': 'before an import'
} as const;
export type Reason = keyof typeof REASONS;

/** The folder of the backups within a data folder. */
export const BACKUP_FOLDER = 'backups';

/** What the name of a backup's file says. */
export interface BackupName {
  readonly name: string;
  /** When it was made, ISO 8601, UTC. */
  readonly at: string;
  readonly reason: Reason;
}

const FORM = /^(\d{4}-\d{2}-\d{2})T(\d{2})-(\d{2})-(\d{2})-(\d{3})Z\.([a-z-]+)\.db$/;

/** Name of a backup made at a moment: sorted by name they are sorted by time. */
export const nameAt = (at: Date, reason: Reason): string =>
  `${at.toISOString().replaceAll(':', '-').replace('.', '-')}.${reason}.db`;

/** What a file name says; null for a name that is no backup's, whatever it is. */
export function readName(name: string): BackupName | null {
  const parts = FORM.exec(name);
  if (!parts || !Object.hasOwn(REASONS, parts[6])) return null;
  const at = `${parts[1]}T${parts[2]}:${parts[3]}:${parts[4]}.${parts[5]}Z`;
  return Number.isNaN(Date.parse(at)) ? null : { name, at, reason: parts[6] as Reason };
}
