export { fieldProblemSchema, fieldProblems, showPath, showValue, type FieldProblem } from './fieldProblem'
export { vehicleKinds, vehicleSchema, type Vehicle } from './vehicle'
export { brakingSchools, conditionsSchema, lineSchools, setupSchema, type BrakingSchool, type Conditions, type Setup } from './setup'
export {
  circuitDocumentSchema,
  circuitEnvelopeSchema,
  circuitRoles,
  duties,
  featureSchemas,
  hazardKinds,
  landmarkKinds,
  positionSchema,
  type CircuitDocument,
  type CircuitFeature,
  type CircuitRole,
  type Duty,
  type Position,
} from './circuit'
export { logBatchSchema, logEntrySchema, logReceiptSchema, storedEntrySchema, type LogEntry, type StoredEntry } from './log'
export {
  circuitImportSchema,
  circuitSaveSchema,
  circuitSchema,
  circuitSummarySchema,
  dutyLookSchema,
  markerSchemeSaveSchema,
  markerSchemeSchema,
  personSchema,
  vehicleImportSchema,
  vehicleSaveSchema,
  vehicleOnShelfSchema,
  type CircuitOnShelf,
  type CircuitSummary,
  type DutyLook,
  type MarkerScheme,
  type Person,
  type VehicleOnShelf,
} from './shelf'
export {
  briefSaveSchema,
  debriefDraftSchema,
  debriefSchema,
  eventSchema,
  planAddSchema,
  planDraftSchema,
  purposeSchema,
  unsafeAnswerSchema,
  planSaveSchema,
  planSchema,
  stintSchema,
  workOnSchema,
  type BriefSave,
  type Debrief,
  type DebriefDraft,
  type Plan,
  type Purpose,
  type UnsafeAnswer,
  type PlanDraft,
  type PlanSave,
  type Stint,
  type TrackEvent,
} from './day'
export {
  addedConeSchema,
  coneMoveSchema,
  conesByHandSchema,
  noConesByHand,
  type AddedCone,
  type ConeMove,
  type ConesByHand,
} from './conesByHand'
export { markReadySchema, planVersionSchema, type PlanVersion } from './planVersion'
export { dayFileSchema, stintFileSchema, studentFileSchema, type DayFile, type StintFile, type StudentFile } from './views'
export { problemSchema, type Problem } from './problem'
export {
  characters,
  cornerCharacterSchema,
  foundLineSchema,
  keptWorkSchema,
  workQuestionSchema,
  workToKeepSchema,
  type Character,
  type CornerCharacter,
  type FoundLine,
  type KeptWork,
  type WorkQuestion,
  type WorkToKeep,
} from './keptWork'
