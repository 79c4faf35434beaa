import { briefSchema } from '../../core/alternatives/sketch-checked.ts';
import type { Brief } from '../../core/brief/brief.ts';
import { named } from '../schemas.ts';
import { byRevision, ids, setup, marked } from './common.ts';
import { list, nullable, object, request, standsFor, whole } from '../../core/document/typed-schema.ts';
import { route } from '../route.ts';

/** Crafts, and files of crafts and setups. A table of data. */
export const CRAFT_ROUTES = {
  listCrafts: route('listCrafts', {
    summary: 'All crafts.',
    answer: list(named('StoredCraft')),
    refuses: []
  }),
  sketchCraft: route('sketchCraft', {
    summary: 'Makes a craft with a first setup from a brief.',
    body: { kind: 'json', is: standsFor<Brief>(briefSchema) },
    answer: setup,
    status: 201,
    refuses: []
  }),
  readCraft: route('readCraft', {
    summary: 'A craft with its setups, as a file that can be imported.',
    answer: named('CraftFile'),
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
    body: { kind: 'text', is: standsFor<string>({ type: 'object' }), file: true },
    answer: named('CraftImport'),
    refuses: [413]
  }),
  undoCraftImport: route('undoCraftImport', {
    summary: 'Takes an import of a craft back.',
    body: {
      kind: 'json',
      is: request(object({ craftId: nullable(whole), setupIds: ids }, ['craftId', 'setupIds']))
    },
    answer: named('Removed'),
    refuses: []
  })
};
