/** mm³ in one millilitre: 1 ml = 1 cm³ by definition (BIPM, SI brochure, 2019). */
export const MM3_PER_ML = 1000
/** A metric teaspoon. */
export const ML_PER_TEASPOON = 5
/** mm² in one cm². */
export const MM2_PER_CM2 = 100
/** Offset between degrees Celsius and kelvin (BIPM, SI brochure, 2019). */
export const CELSIUS_OFFSET_K = 273.15
/** Molar gas constant in J/(mol·K), CODATA 2018 (exact since the 2019 redefinition of the SI). */
export const GAS_CONSTANT = 8.314462618
export const MINUTES_PER_HOUR = 60
export const MINUTES_PER_DAY = 24 * MINUTES_PER_HOUR
export const MS_PER_MIN = 60_000
export const MS_PER_HOUR = MINUTES_PER_HOUR * MS_PER_MIN
export const MS_PER_DAY = MINUTES_PER_DAY * MS_PER_MIN
