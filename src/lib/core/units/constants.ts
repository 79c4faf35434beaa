/** Standard gravity, m/s². Exact by definition (ISO 80000-3). */
export const GRAVITY_MS2 = 9.80665;

/** Zero of the Celsius scale, K. Exact (ISO 80000-5). */
export const CELSIUS_ZERO_K = 273.15;

/** Temperature at which label figures of motors and packs are taken to hold, °C. Common practice, no source. */
export const LABEL_TEMPERATURE_C = 25;

/**
 * Resistance of annealed copper per kelvin, referred to 20 °C. IEC 60028 (1925): 0.00393 1/K.
 */
export const COPPER_PER_K = 0.00393;

/**
 * Loss of magnet flux per kelvin for the sintered neodymium magnets of model motors, 1/K.
 * From memory of magnet data sheets (0.10 to 0.12 %/K between 20 and 100 °C).
 */
export const MAGNET_LOSS_PER_K = 0.0011;

/** Air at sea level and 15 °C, kg/m³ (ISO 2533:1975, standard atmosphere). */
export const AIR_DENSITY_KG_M3 = 1.225;
/** Fresh water at 15 °C, kg/m³ (ITTC 7.5-02-01-03, 2011). */
export const WATER_DENSITY_KG_M3 = 999.1;
