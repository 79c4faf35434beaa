import type { CalibrationPlaces, Share } from '../backups.ts';
import type { SetupDocument } from '../../core/document/schema.ts';
import type { StoredSetup } from '../../core/document/stored.ts';
import type { BuildSheet } from '../../core/sheet/sheet.ts';
import type { RouteId } from '../paths.ts';
import { as, route } from '../route.ts';
import { named } from '../schemas.ts';
import { revision, byRevision, setup, marked } from './common.ts';

const action = <const K extends RouteId>(id: K, summary: string) =>
  route(id, {
    summary,
    body: { kind: 'json', is: byRevision, optional: true },
    answer: setup,
    refuses: [404, 409]
  });

/** Setups: what is done with one, its sheet, and who may look at it. A table of data. */
export const SETUP_ROUTES = {
  listSetups: route('listSetups', {
    summary: 'All setups, or those of a craft.',
    query: { craft: 'id of a craft' },
    answer: as<StoredSetup[]>({ type: 'array', items: named('StoredSetup') }),
    refuses: []
  }),
  createSetup: route('createSetup', {
    summary: 'Stores a setup for a craft.',
    body: {
      kind: 'json',
      is: as<{ craftId: number; document: SetupDocument; changedFrom?: number | null }>({
        title: 'request',
        type: 'object',
        required: ['craftId', 'document'],
        properties: {
          craftId: { type: 'integer', title: 'craft' },
          document: named('Setup'),
          changedFrom: { type: ['integer', 'null'], title: 'setup that it was changed from' }
        }
      })
    },
    answer: setup,
    status: 201,
    refuses: [404]
  }),
  readSetup: route('readSetup', {
    summary: 'One setup.',
    answer: setup,
    refuses: [404]
  }),
  editSetup: route('editSetup', {
    summary: 'Stores an edit of a setup; it names the revision it was made from.',
    body: {
      kind: 'json',
      is: as<{ document: SetupDocument; label?: string; revision?: number }>({
        title: 'request',
        type: 'object',
        required: ['document'],
        properties: {
          document: named('Setup'),
          label: { type: 'string', maxLength: 2000, title: 'label' },
          revision
        }
      })
    },
    answer: setup,
    refuses: [404, 409]
  }),
  deleteSetup: route('deleteSetup', {
    summary: 'Deletes a setup; it can be restored.',
    body: { kind: 'json', is: byRevision, optional: true },
    answer: marked,
    refuses: [404, 409]
  }),
  sheetJson: route('sheetJson', {
    summary:
      'The build sheet of a setup: parts, figures, wiring, settings, cautions, test, and the setup itself.',
    answer: as<BuildSheet>(named('BuildSheet')),
    refuses: [404]
  }),
  sheetMarkdown: route('sheetMarkdown', {
    summary: 'The build sheet of a setup as Markdown.',
    answer: as<never>({ type: 'string', format: 'binary' }),
    sendsFile: true,
    refuses: [404]
  }),
  undoSetup: action('undoSetup', 'Goes back to the revision this one was made from.'),
  redoSetup: action('redoSetup', 'Goes forward again.'),
  duplicateSetup: action('duplicateSetup', 'Makes a copy with its own history.'),
  restoreSetup: action('restoreSetup', 'Takes a deletion back.'),
  useSetup: action('useSetup', 'Makes it the craft’s setup in use.'),
  pinSetup: action('pinSetup', 'Compares it with the other pinned ones.'),
  unpinSetup: action('unpinSetup', 'Takes it out of the comparison.'),
  openSetup: route('openSetup', {
    summary: 'Notes that a setup was opened.',
    body: { kind: 'json', is: byRevision, optional: true },
    answer: as<{ id: number }>(named('Opened')),
    refuses: [404]
  }),
  fitParts: route('fitParts', {
    summary: 'Gives what was fitted to a setup to its parts on the shelf, by their names.',
    body: { kind: 'json', is: byRevision, optional: true },
    answer: as<{ fitted: string[] }>({
      type: 'object',
      required: ['fitted'],
      properties: { fitted: { type: 'array', items: { type: 'string' } } }
    }),
    refuses: [404, 409]
  }),
  readCalibration: route('readCalibration', {
    summary:
      'Where the calibration of a setup stands: other setups that follow it, parts of the shelf that carry it.',
    answer: as<CalibrationPlaces>({
      type: 'object',
      required: ['setups', 'parts'],
      properties: {
        setups: {
          type: 'array',
          items: {
            type: 'object',
            required: ['id', 'name', 'craft'],
            properties: { id: { type: 'integer' }, name: { type: 'string' }, craft: { type: 'string' } }
          }
        },
        parts: { type: 'array', items: { type: 'string' } }
      }
    }),
    refuses: [404]
  }),
  removeCalibration: route('removeCalibration', {
    summary: 'Removes the calibration of a setup: from this setup alone, or from everything that carries it.',
    body: {
      kind: 'json',
      is: as<{ from: 'here' | 'everywhere'; revision?: number }>({
        title: 'request',
        type: 'object',
        required: ['from'],
        properties: { from: { enum: ['here', 'everywhere'], title: 'from where' }, revision }
      })
    },
    answer: as<{ setup: StoredSetup; setups: number; parts: string[] }>({
      type: 'object',
      required: ['setup', 'setups', 'parts'],
      properties: {
        setup: named('StoredSetup'),
        setups: { type: 'integer' },
        parts: { type: 'array', items: { type: 'string' } }
      }
    }),
    refuses: [404, 409]
  }),
  listShares: route('listShares', {
    summary: 'Links by which the sheet of a setup may be read.',
    answer: as<Share[]>({ type: 'array', items: named('Share') }),
    refuses: [404]
  }),
  createShare: route('createShare', {
    summary: 'Makes a link by which the sheet of a setup may be read; its path is told once.',
    answer: as<Share & { path: string }>(named('NewShare')),
    status: 201,
    refuses: [404, 409]
  }),
  dropShare: route('dropShare', {
    summary: 'Takes a link away: it leads nowhere from then on.',
    answer: as<{ id: number }>(named('Opened')),
    refuses: [404]
  })
};
