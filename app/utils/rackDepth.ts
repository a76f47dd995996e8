/** Racks are drawn this deep whatever their area, cm; only their length differs. */
export const RACK_DEPTH_CM = 60
