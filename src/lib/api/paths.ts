/** Methods of the interface. */
export type Method = 'GET' | 'POST' | 'PUT' | 'DELETE';

/**
 * Method and path of every route of the interface, parameters in braces. Kept apart from what a route takes and answers, so
 * that the page can call a route without carrying its schemas. A table of data.
 */
export const PATHS = {
  health: ['GET', '/api/health'],
  calibrate: ['POST', '/api/v1/calibrate'],
  change: ['POST', '/api/v1/change'],
  listCrafts: ['GET', '/api/v1/crafts'],
  sketchCraft: ['POST', '/api/v1/crafts'],
  deleteCraft: ['DELETE', '/api/v1/crafts/{id}'],
  readCraft: ['GET', '/api/v1/crafts/{id}'],
  restoreCraft: ['POST', '/api/v1/crafts/{id}'],
  undoCraftImport: ['DELETE', '/api/v1/import'],
  importCraft: ['POST', '/api/v1/import'],
  listParts: ['GET', '/api/v1/parts'],
  createPart: ['POST', '/api/v1/parts'],
  deletePart: ['DELETE', '/api/v1/parts/{id}'],
  readPart: ['GET', '/api/v1/parts/{id}'],
  restorePart: ['POST', '/api/v1/parts/{id}'],
  editPart: ['PUT', '/api/v1/parts/{id}'],
  listTables: ['GET', '/api/v1/parts/{id}/tables'],
  createTable: ['POST', '/api/v1/parts/{id}/tables'],
  listSearches: ['GET', '/api/v1/crafts/{id}/searches'],
  createSearch: ['POST', '/api/v1/crafts/{id}/searches'],
  plan: ['POST', '/api/v1/plan'],
  predict: ['POST', '/api/v1/predict'],
  search: ['POST', '/api/v1/search'],
  readSearch: ['GET', '/api/v1/searches/{id}'],
  editSearch: ['PUT', '/api/v1/searches/{id}'],
  deleteSearch: ['DELETE', '/api/v1/searches/{id}'],
  restoreSearch: ['POST', '/api/v1/searches/{id}'],
  schema: ['GET', '/api/v1/schema/{format}'],
  readSettings: ['GET', '/api/v1/settings'],
  writeSettings: ['PUT', '/api/v1/settings'],
  listSetups: ['GET', '/api/v1/setups'],
  createSetup: ['POST', '/api/v1/setups'],
  deleteSetup: ['DELETE', '/api/v1/setups/{id}'],
  readSetup: ['GET', '/api/v1/setups/{id}'],
  editSetup: ['PUT', '/api/v1/setups/{id}'],
  duplicateSetup: ['POST', '/api/v1/setups/{id}/duplicate'],
  logRun: ['POST', '/api/v1/setups/{id}/runs'],
  openSetup: ['POST', '/api/v1/setups/{id}/open'],
  pinSetup: ['POST', '/api/v1/setups/{id}/pin'],
  redoSetup: ['POST', '/api/v1/setups/{id}/redo'],
  restoreSetup: ['POST', '/api/v1/setups/{id}/restore'],
  undoSetup: ['POST', '/api/v1/setups/{id}/undo'],
  unpinSetup: ['POST', '/api/v1/setups/{id}/unpin'],
  useSetup: ['POST', '/api/v1/setups/{id}/use'],
  undoShelfImport: ['DELETE', '/api/v1/shelf/import'],
  importShelf: ['POST', '/api/v1/shelf/import'],
  exportShelf: ['GET', '/api/v1/shelf/{format}'],
  deleteTable: ['DELETE', '/api/v1/tables/{id}'],
  readTable: ['GET', '/api/v1/tables/{id}'],
  restoreTable: ['POST', '/api/v1/tables/{id}'],
  editTable: ['PUT', '/api/v1/tables/{id}']
} as const satisfies Record<string, readonly [Method, string]>;

export type RouteId = keyof typeof PATHS;
