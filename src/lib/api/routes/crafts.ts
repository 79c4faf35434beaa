import type { StoredCraft } from '../../core/document/stored.ts';
import { briefSchema } from '../../core/alternatives/sketch-checked.ts';
import type { Brief } from '../../core/brief/brief.ts';
import { as, route } from '../route.ts';
import { named } from '../schemas.ts';
import { byRevision, ids, setup, marked } from './common.ts';

/** What the import of a craft or a setup would do, or did. */
export interface CraftImport {
  craft: { name: string; kind: StoredCraft['kind']; isNew: boolean };
  setups: string[];
  /** Ids of what was made: what undo takes back. Null and empty before it is applied. */
  craftId: number | null;
  setupIds: number[];
}

/** Crafts, and files of crafts and setups. A table of data. */
export const CRAFT_ROUTES = {
  listCrafts: route('listCrafts', {
    summary: 'All crafts.',
    answer: as<StoredCraft[]>({ type: 'array', items: named('StoredCraft') }),
    refuses: []
  }),
  sketchCraft: route('sketchCraft', {
    summary: 'Makes a craft with a first setup from a brief.',
    body: { kind: 'json', is: as<Brief>(briefSchema) },
    answer: setup,
    status: 201,
    refuses: []
  }),
  readCraft: route('readCraft', {
    summary: 'A craft with its setups, as a file that can be imported.',
    answer: as<object>(named('CraftFile')),
    refuses: [404]
  }),
  deleteCraft: route('deleteCraft', {
    summary: 'Takes a craft off the hangar.',
    body: { kind: 'json', is: byRevision, optional: true },
    answer: marked,
    refuses: [404, 409]
  }),
  restoreCraft: route('restoreCraft', {
    summary: 'Puts a deleted craft back.',
    answer: marked,
    refuses: [404]
  }),
  importCraft: route('importCraft', {
    summary: 'Plans the import of a craft or a setup, or does it (status 201).',
    query: { apply: '1 to do it' },
    body: { kind: 'text', is: as<string>({ type: 'object' }), file: true },
    answer: as<CraftImport>(named('CraftImport')),
    refuses: [413]
  }),
  undoCraftImport: route('undoCraftImport', {
    summary: 'Takes an import of a craft back.',
    body: {
      kind: 'json',
      is: as<{ craftId: number | null; setupIds: number[] }>({
        title: 'request',
        type: 'object',
        properties: { craftId: { type: ['integer', 'null'] }, setupIds: ids }
      })
    },
    answer: as<{ removed: number }>(named('Removed')),
    refuses: []
  })
};
