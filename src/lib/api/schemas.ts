import { calibrateRequestSchema } from '../core/calibration/schema.ts';
import { changeRequestSchema } from '../core/change/change-request.ts';
import { planRequestSchema } from '../core/change/plan-request.ts';
import type { Settings } from '../core/document/settings-schema.ts';
import { settingsSchema } from '../core/document/settings-schema.ts';
import { exerciseRecordSchema } from '../core/document/exercise-schema.ts';
import { makersTableSchema } from '../core/document/makers-row.ts';
import { storedRecordSchema } from '../core/document/part-life.ts';
import { predictRequestSchema, setupSchema, type SetupDocument } from '../core/document/schema.ts';
import {
  storedCraftSchema,
  storedMakersTableSchema,
  storedPartSchema,
  storedRunSchema,
  storedSearchSchema,
  storedSetupSchema
} from '../core/document/stored.ts';
import { standsFor, type Schema, type TypeOf } from '../core/document/typed-schema.ts';
import { standardSchema } from '../core/formats/file-schemas.ts';
import { searchRequestSchema } from '../core/search/search-request.ts';
import {
  archiveImportSchema,
  backupLookSchema,
  backupRestoredSchema,
  backupsHeldSchema,
  checkedBackupSchema,
  keptBackupSchema,
  trashItemSchema
} from './schemas/backups.ts';
import { craftFileSchema, craftImportSchema, removedSchema } from './schemas/crafts.ts';
import {
  errorsSchema,
  healthSchema,
  loggedInSchema,
  loggedOutSchema,
  sessionStateSchema
} from './schemas/installation.ts';
import {
  calibrateAnswerSchema,
  changeSchema,
  checkSchema,
  pointAnswerSchema,
  predictAnswerSchema,
  putRightSchema
} from './schemas/prediction.ts';
import { reference } from './schemas/reference.ts';
import { rememberedSchema, runWholeSchema } from './schemas/runs.ts';
import { changeAnswerSchema, planSchema } from './schemas/scenario.ts';
import { searchAnswerSchema } from './schemas/search.ts';
import { markedSchema, newShareSchema, openedSchema, shareSchema } from './schemas/setups.ts';
import { buildSheetSchema } from './schemas/sheet.ts';
import { partLifeShownSchema, shelfImportSchema } from './schemas/shelf.ts';

/** A document as it is sent: by the schema that checks it, written without what only our validator knows. */
const sent = <T = object>(schema: object): Schema<T> => standsFor<T>(standardSchema(schema) as object);

/** Schemas of everything that is answered, and of the documents that are sent. A table of data. */
export const SCHEMAS = {
  Setup: sent<SetupDocument>(setupSchema),
  PredictRequest: sent(predictRequestSchema),
  CalibrateRequest: sent(calibrateRequestSchema),
  Settings: sent<Settings>(settingsSchema),
  MakersTable: sent(makersTableSchema),
  PointAnswer: pointAnswerSchema,
  Change: changeSchema,
  Check: checkSchema,
  PredictAnswer: predictAnswerSchema,
  PutRight: putRightSchema,
  CalibrateAnswer: calibrateAnswerSchema,
  StoredCraft: storedCraftSchema,
  StoredSetup: storedSetupSchema,
  StoredPart: storedPartSchema,
  BackupsHeld: backupsHeldSchema,
  KeptBackup: keptBackupSchema,
  CheckedBackup: checkedBackupSchema,
  BackupLook: backupLookSchema,
  SessionState: sessionStateSchema,
  LoggedIn: loggedInSchema,
  LoggedOut: loggedOutSchema,
  Share: shareSchema,
  NewShare: newShareSchema,
  BackupRestored: backupRestoredSchema,
  TrashItem: trashItemSchema,
  ArchiveImport: archiveImportSchema,
  ExerciseRecord: exerciseRecordSchema,
  BuildSheet: buildSheetSchema,
  SearchRequest: sent(searchRequestSchema),
  SearchAnswer: searchAnswerSchema,
  ChangeRequest: sent(changeRequestSchema),
  Plan: planSchema,
  StoredRun: storedRunSchema,
  RunWhole: runWholeSchema,
  PackRecord: storedRecordSchema,
  PartLife: partLifeShownSchema,
  Remembered: rememberedSchema,
  PlanRequest: sent(planRequestSchema),
  ChangeAnswer: changeAnswerSchema,
  StoredSearch: storedSearchSchema,
  StoredMakersTable: storedMakersTableSchema,
  Marked: markedSchema,
  CraftFile: craftFileSchema,
  CraftImport: craftImportSchema,
  ShelfImport: shelfImportSchema,
  Removed: removedSchema,
  Opened: openedSchema,
  Health: healthSchema,
  Errors: errorsSchema
} satisfies Record<string, Schema<unknown>>;

type Schemas = typeof SCHEMAS;

/** Points to a schema of the description by its name; stands for the type of that schema. */
export const named = <K extends keyof Schemas>(name: K): Schema<TypeOf<Schemas[K]>> => reference(name);
