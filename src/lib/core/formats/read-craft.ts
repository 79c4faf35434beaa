import type { SetupDocument } from '../document/schema.ts';
import type { StoredCraft } from '../document/stored.ts';
import { validateAgainst, validateSetup } from '../document/validate.ts';
import { inside, issue, type Issue } from '../text/issues.ts';
import { craftFile } from './file-schemas.ts';
import { FILE_LIMITS, parseJson } from '../text/json.ts';

/** A craft or a single setup of a file, checked. */
export interface ReadCraft {
  name: string;
  kind: StoredCraft['kind'];
  story: string;
  documents: SetupDocument[];
  /** Which of the documents is the one in use; -1 where the file does not say. */
  inUse: number;
  /** Whether the file is one setup, which may join a craft that is there. */
  single: boolean;
}

interface CraftFile {
  name: string;
  kind: StoredCraft['kind'];
  story?: string;
  setups: { inUse?: boolean; document: SetupDocument }[];
}

type Read = { ok: true; value: ReadCraft } | { ok: false; errors: Issue[] };

const refused = (...errors: Issue[]): Read => ({ ok: false, errors });

/** Reads a setup or a craft file by the schemas that are served. Never throws. */
export function readCraft(text: string): Read {
  const parsed = parseJson(text, FILE_LIMITS);
  if (!parsed.ok) return refused(issue('', 'not-json', { why: parsed.message }));
  const { value } = parsed;
  const format = (value as { format?: unknown } | null)?.format;
  if (format === 'iskarn.setup/1') {
    const checked = validateSetup(value);
    if (!checked.ok) return checked;
    const { craft, name } = checked.value;
    return {
      ok: true,
      value: {
        name: craft.name ?? name ?? 'Imported craft',
        kind: craft.kind,
        story: '',
        documents: [checked.value],
        inUse: -1,
        single: true
      }
    };
  }
  if (format !== 'iskarn.craft/1')
    return refused(
      issue('format', 'file-format', { value: format, formats: ['iskarn.setup/1', 'iskarn.craft/1'] })
    );
  const frame = validateAgainst<CraftFile>(craftFile, value);
  if (!frame.ok) return frame;
  const { name, kind, story, setups } = frame.value;
  // what no schema can say: figures that contradict each other
  const errors = setups.flatMap((s, at) => {
    const checked = validateSetup(s.document);
    return checked.ok ? [] : inside(`setups.${at}.document`, checked.errors);
  });
  if (errors.length > 0) return { ok: false, errors: errors.slice(0, 50) };
  return {
    ok: true,
    value: {
      name: name.slice(0, 80),
      kind,
      story: story ?? '',
      documents: setups.map((s) => s.document),
      inUse: setups.findIndex((s) => s.inUse === true),
      single: false
    }
  };
}
