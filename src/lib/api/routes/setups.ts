import type { RouteId } from '../paths.ts';
import { named } from '../schemas.ts';
import { revision, byRevision, setup, marked } from './common.ts';
import {
  having,
  list,
  nullable,
  object,
  oneOf,
  request,
  text,
  whole
} from '../../core/document/typed-schema.ts';
import { answeredFile, route } from '../route.ts';
import { calibrationPlacesSchema } from '../schemas/setups.ts';

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
    answer: list(named('StoredSetup')),
    refuses: []
  }),
  createSetup: route('createSetup', {
    summary: 'Stores a setup for a craft.',
    body: {
      kind: 'json',
      is: request(
        object(
          {
            craftId: having(whole, { title: 'craft' }),
            document: named('Setup'),
            changedFrom: having(nullable(whole), { title: 'setup that it was changed from' })
          },
          ['changedFrom']
        )
      )
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
      is: request(
        object(
          {
            document: named('Setup'),
            label: having(text, { maxLength: 2000, title: 'label' }),
            revision
          },
          ['label', 'revision']
        )
      )
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
    answer: named('BuildSheet'),
    refuses: [404]
  }),
  sheetMarkdown: route('sheetMarkdown', {
    summary: 'The build sheet of a setup as Markdown.',
    answer: answeredFile,
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
    answer: named('Opened'),
    refuses: [404]
  }),
  fitParts: route('fitParts', {
    summary: 'Gives what was fitted to a setup to its parts on the shelf, by their names.',
    body: { kind: 'json', is: byRevision, optional: true },
    answer: object({ fitted: list(text) }),
    refuses: [404, 409]
  }),
  readCalibration: route('readCalibration', {
    summary:
      'Where the calibration of a setup stands: other setups that follow it, parts of the shelf that carry it.',
    answer: calibrationPlacesSchema,
    refuses: [404]
  }),
  removeCalibration: route('removeCalibration', {
    summary: 'Removes the calibration of a setup: from this setup alone, or from everything that carries it.',
    body: {
      kind: 'json',
      is: request(
        object({ from: having(oneOf(['here', 'everywhere']), { title: 'from where' }), revision }, [
          'revision'
        ])
      )
    },
    answer: object({ setup: named('StoredSetup'), setups: whole, parts: list(text) }),
    refuses: [404, 409]
  }),
  listShares: route('listShares', {
    summary: 'Links by which the sheet of a setup may be read.',
    answer: list(named('Share')),
    refuses: [404]
  }),
  createShare: route('createShare', {
    summary: 'Makes a link by which the sheet of a setup may be read; its path is told once.',
    answer: named('NewShare'),
    status: 201,
    refuses: [404, 409]
  }),
  dropShare: route('dropShare', {
    summary: 'Takes a link away: it leads nowhere from then on.',
    answer: named('Opened'),
    refuses: [404]
  })
};
