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
export {
  beforeDriving,
  flagColours,
  incidentKinds,
  logBatchSchema,
  logEntrySchema,
  logPageSchema,
  logReceiptSchema,
  sides,
  storedEntrySchema,
  surfaceStates,
  type LogEntry,
  type LogPage,
  type StoredEntry,
} from './log'
export {
  callLanguageSchema,
  callVerbs,
  meetingTopicSchema,
  schoolDraftSchema,
  schoolSaveSchema,
  schoolSchema,
  type CallLanguage,
  type CallVerb,
  type CallWording,
  type MeetingTopic,
  type School,
  type SchoolDraft,
} from './school'
export { meetingSaveSchema, meetingSchema, noMeeting, type Meeting } from './meeting'
export { sessionSaveSchema, sessionSchema, type LedSession, type ReleasedSession, type Session, type SessionSave } from './session'
export {
  liveBatchSchema,
  liveReceiptSchema,
  liveSampleSchema,
  loggerCommandSchema,
  loggerSchema,
  simulatedLoggerSchema,
  type LiveBatch,
  type LiveLogger,
  type LiveSample,
  type LoggerCommand,
  type SimulatedLogger,
} from './logger'
export { addedConeSchema, coneMoveSchema, coneEditsSchema, noConeEdits, type AddedCone, type ConeMove, type ConeEdits } from './coneEdits'
export { markReadySchema, planVersionSchema, type PlanVersion } from './planVersion'
export {
  dayViewSchema,
  listedStintSchema,
  stintViewSchema,
  studentViewSchema,
  type DayView,
  type ListedStint,
  type StintView,
  type StudentView,
} from './views'
export { problemSchema, type Problem } from './problem'
export {
  priorityKinds,
  cornerPrioritySchema,
  foundLineSchema,
  storedSolutionSchema,
  solutionKeySchema,
  solutionToStoreSchema,
  type PriorityKind,
  type CornerPriority,
  type FoundLine,
  type StoredSolution,
  type SolutionKey,
  type SolutionToStore,
} from './solution'
export { daySchema, type Day } from './day'
export {
  planAddSchema,
  planDraftSchema,
  planSaveSchema,
  planSchema,
  priorityOverrideSchema,
  unsafeAnswerSchema,
  type Plan,
  type PlanDraft,
  type PlanSave,
  type PriorityOverride,
  type UnsafeAnswer,
} from './plan'
export { briefDraftSchema, briefSaveSchema, stintSchema, type BriefDraft, type BriefSave, type Stint } from './stint'
export { debriefDraftSchema, debriefSaveSchema, debriefSchema, workOnSchema, type Debrief, type DebriefDraft } from './debrief'
export {
  circuitImportSchema,
  circuitSaveSchema,
  circuitSchema,
  circuitSummarySchema,
  type CircuitSummary,
  type StoredCircuit,
} from './storedCircuit'
export { vehicleTypeImportSchema, vehicleTypeSaveSchema, vehicleTypeSchema, type VehicleType } from './vehicleType'
export { carDraftSchema, carSaveSchema, carSchema, type Car, type CarDraft } from './car'
export {
  personChangeSchema,
  personNameSchema,
  personSaveSchema,
  personSchema,
  type Person,
  type PersonChange,
  type PersonName,
} from './person'
export { dutyLookSchema, markerSchemeSaveSchema, markerSchemeSchema, type DutyLook, type MarkerScheme } from './markerScheme'
