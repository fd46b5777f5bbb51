/** The payload of a delivery that takes out again what it wrote before. */
interface TakingOut {
  takeOut: unknown;
}

/** @param written The payload that was delivered. */
export const takingOut = (written: unknown): TakingOut => ({ takeOut: written });

export const isTakingOut = (payload: unknown): payload is TakingOut =>
  typeof payload === 'object' && payload !== null && 'takeOut' in payload;
