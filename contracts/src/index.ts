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
