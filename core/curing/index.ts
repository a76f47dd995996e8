export { clockOf, STARTING_CLOCK, SURELY } from './clock'
export { bandsOf, type Band } from './bandsOf'
export { cureWait, waitFrom, windowBetween, type CureWait, type TemperatureRange } from './cureWait'
export { touchedClock, type Touch } from './touchedClock'
