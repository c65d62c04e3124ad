export { aimSchema, type Aim } from './aim'
export {
  bends,
  signedLevels,
  signSchema,
  skillNames,
  skillSignatureSchema,
  withdrawSchema,
  type Bend,
  type Sign,
  type SignedLevel,
  type SkillName,
  type SkillSignature,
  type Withdraw,
} from './skill'
export { eventReadSchema, eventReportSchema, eventSchema, type EventFile, type EventReport, type EventRow } from './event'
export { dayFileSchema, usualWeights, wantNames, type DayFile, type PlannedStint, type WantName } from './dayFile'
export {
  solveSchema,
  solvingSchema,
  tellSchema,
  timetableDraftSchema,
  timetableSaveSchema,
  timetableSchema,
  type FoundTimetable,
  type NoTimetableFound,
  type Solve,
  type Solving,
  type StoredTimetable,
  type TimetableDraft,
  type TimetablePlace,
} from './timetable'
export { runnersSchema, type Runner, type Runners } from './runners'
export { usualTerms, type SchoolTerms } from './schoolTerms'
export { unitsSchema, type Units } from './units'
export { expectedOf, fieldProblemSchema, fieldProblems, MOST_PROBLEMS, showPath, showValue, type FieldProblem } from './fieldProblem'
export { vehicleKinds, vehicleSchema, type Vehicle } from './vehicle'
export { setupSchema, type BrakingSchool, type Conditions, type Setup } from './setup'
export {
  circuitDocumentSchema,
  circuitEnvelopeSchema,
  circuitRoles,
  duties,
  featureSchemas,
  hazardKinds,
  landmarkKinds,
  type CircuitDocument,
  type CircuitFeature,
  type CircuitRole,
  type Duty,
  type Position,
} from './circuit'
export {
  beforeDriving,
  clockEpochSchema,
  flagColours,
  incidentKinds,
  logBatchSchema,
  logEntrySchema,
  logPageSchema,
  lackingAnswerSchema,
  lackingSchema,
  logReceiptSchema,
  refusedEntrySchema,
  serverTimeSchema,
  sides,
  storedEntrySchema,
  surfaceStates,
  type ClockEpoch,
  type LogEntry,
  type LogPage,
  type RefusedEntry,
  type StoredEntry,
} from './log'
export {
  callLanguageSchema,
  callVerbs,
  certificateParts,
  mayBeUnsaid,
  schoolSaveSchema,
  schoolSchema,
  usualCertificate,
  type CallLanguage,
  type CallVerb,
  type MeetingTopic,
  type School,
  type SchoolDraft,
} from './school'
export { meetingSaveSchema, meetingSchema, noMeeting, type CarCheck, type Meeting } from './meeting'
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
export { coneEditsSchema, noConeEdits, type AddedCone, type ConeMove, type ConeEdits } from './coneEdits'
export { markReadySchema, planVersionSchema, type PlanVersion } from './planVersion'
export {
  archivedInDaySchema,
  dayViewSchema,
  stintViewSchema,
  studentViewSchema,
  type ArchivedInDay,
  type DayView,
  type ListedStint,
  type StintView,
  type StudentView,
} from './views'
export { doorSchema } from './door'
export { groundSchema, usualGround, type Ground } from './ground'
export { healthSchema } from './health'
export { INTERFACE_HEADER, INTERFACE_VERSION } from './interfaceVersion'
export { problemSchema, type Problem } from './problem'
export {
  priorityKinds,
  storedSolutionSchema,
  solutionAnswerSchema,
  solutionKeySchema,
  solutionQuestionSchema,
  type PriorityKind,
  type CornerPriority,
  type FoundLine,
  type StoredSolution,
  type SolutionKey,
  type SolutionQuestion,
} from './solution'
export { archivedSchema } from './archive'
export { dayAddSchema, dayDraftSchema, daySaveSchema, daySchema, roadStates, type Day, type DayDraft, type RoadState } from './day'
export {
  planAddSchema,
  planDraftSchema,
  planSaveSchema,
  planSchema,
  type Plan,
  type PlanDraft,
  type PlanSave,
  type PriorityOverride,
  type UnsafeAnswer,
} from './plan'
export {
  briefSaveSchema,
  stintAddSchema,
  stintDraftSchema,
  stintSaveSchema,
  briefDraftSchema,
  stintSchema,
  type BriefDraft,
  type Stint,
  type StintDraft,
} from './stint'
export { personFileSchema, type PersonFile } from './personFile'
export { debriefDraftSchema, debriefSaveSchema, debriefSchema, type Debrief, type DebriefDraft } from './debrief'
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
  eraseSchema,
  nothingKnown,
  peopleAddSchema,
  personAddSchema,
  personDraftSchema,
  personNameSchema,
  personSaveSchema,
  personSchema,
  type Person,
  type PersonChange,
  type PersonDraft,
  type PersonName,
} from './person'
export { markerSchemeSaveSchema, markerSchemeSchema, type DutyLook, type MarkerScheme } from './markerScheme'
export { demonstrationAddSchema, demonstrationRemovedSchema, demonstrationSchema } from './demonstration'
export {
  columnMeaningsSchema,
  LARGEST_RECORDING,
  recordingOwnerSchema,
  recordingSaveSchema,
  recordingSchema,
  recordingTakenSchema,
  recordingUploadSchema,
  type Recording as StoredRecording,
  type RecordingOverview,
  type RecordingOwner,
  type RecordingTaken,
} from './recording'
export {
  neverSchema,
  noReview,
  reviewDraftSchema,
  reviewSaveSchema,
  reviewSchema,
  LARGEST_SOUND,
  soundSchema,
  soundTypes,
  type Decision,
  type Drawing,
  type Review,
  type ReviewDraft,
  type ReviewNote,
  type VideoSync,
} from './review'
export { homeworkAddSchema, homeworkDoneSchema, homeworkSchema, type Homework } from './homework'
export { MOST_RECORD_DAYS, RECORD_DAYS, schoolRecordSchema, type SchoolRecord } from './schoolRecord'
