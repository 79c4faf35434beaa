/** Exact conversion factors: the only place where units change. Each constant is "one of this in SI". */
export const INCH_M = 0.0254;
export const OUNCE_KG = 0.028349523125;
export const POUND_KG = 0.45359237;
export const MILE_PER_HOUR_MS = 0.44704;
export const KM_PER_HOUR_MS = 1 / 3.6;
export const FOOT_M = 0.3048;
export const KNOT_MS = 1852 / 3600;

/** Radians per second from revolutions per minute. */
export const rpmToRadS = (rpm: number): number => (rpm * Math.PI) / 30;

/** Revolutions per minute from radians per second. */
export const radSToRpm = (radS: number): number => (radS * 30) / Math.PI;
