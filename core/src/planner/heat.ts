/** Heat, by temperature and humidity. The yard's and the federation's rule comes first. */

/**
 * Wet-bulb globe temperature in moderate sun and light wind, °C, from the air alone:
 * 0.567·T + 0.393·e + 3.94, with the vapour pressure e = RH/100 · 6.105 · exp(17.27·T / (237.7 + T)) in hPa.
 * Source: approximation of the Australian Bureau of Meteorology (from memory).
 *
 * @param celsius air in the shade, −30 … 60
 * @param humidity relative, 0 … 100 %
 */
export function wetBulbGlobeC(celsius: number, humidity: number): number {
  const vapourHpa = (humidity / 100) * 6.105 * Math.exp((17.27 * celsius) / (237.7 + celsius));
  return 0.567 * celsius + 0.393 * vapourHpa + 3.94;
}

export type Heat = 'cool' | 'hot' | 'too hot';

/** From here horses cool themselves badly: shorter, with less that is heavy. Common practice. */
const HOT_C = 28;
/** From here they should not be worked. Common practice. */
const TOO_HOT_C = 32;

export const heatOf = (wetBulbC: number): Heat =>
  wetBulbC >= TOO_HOT_C ? 'too hot' : wetBulbC >= HOT_C ? 'hot' : 'cool';
