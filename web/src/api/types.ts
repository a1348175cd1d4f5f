import type { components } from './schema'

/** As the client hands it over: pairs come out of JSON as plain lists. */
type Loose<T> = T extends readonly (infer U)[]
  ? Loose<U>[]
  : T extends object
    ? { [K in keyof T]: Loose<T[K]> }
    : T
type Schemas = { [K in keyof components['schemas']]: Loose<components['schemas'][K]> }

export type Piece = Schemas['PieceOut']
export type PieceRow = Schemas['PieceRowOut']
export type StagePlan = Schemas['StagePlan']
export type ChainLink = Schemas['ChainLink']
export type Sketch = Schemas['Sketch']
export type Motion = Schemas['Motion']
export type Shape = Schemas['Shape']
export type Moment = Schemas['Moment']
export type Family = Schemas['FamilyOut']
export type HeatPlan = Schemas['HeatPlan']
export type SimulatedSegment = Schemas['SimulatedSegment']
export type Section = Schemas['Section']
export type Dimension = Schemas['Dimension']
export type Figure = Schemas['Figure']
export type Finding = Schemas['Finding']
export type Bead = Schemas['Bead']
export type Landmark = Schemas['Landmark']
export type DualQuantity = Schemas['DualQuantity']
export type Formatted = Schemas['Formatted']
export type Message = Schemas['Message']
export type Entry = Schemas['EntryOut']
export type Fault = Schemas['FaultOut']
export type Cradle = Schemas['CradleOut']
export type Glass = Schemas['GlassOut']
export type Kiln = Schemas['KilnOut']
export type Choices = Schemas['ChoicesOut']
export type StockItem = Schemas['StockOut']
export type Outline = Schemas['OutlineOut']
export type Drawing = Schemas['DrawingOut']
export type Pattern = Schemas['PatternOut']
export type MeshFile = Schemas['SolidOut']
export type Sum = Schemas['SumOut']
export type SumField = Schemas['FieldOut']
export type Outcome = Schemas['OutcomeOut']
export type Coasting = Schemas['Coasting']
export type ChainPlan = Schemas['ChainPlan']
export type Programme = Schemas['Programme']
export type Comparison = Schemas['Comparison']
export type Remark = Schemas['Remark']
export type KilnLook = Schemas['LogOut']
export type ScheduleLine = Schemas['ReadLine']
export type Graph = Schemas['Graph']
export type Change = { path: string; value: unknown }
export type System = 'metric' | 'us'
