import { hash, verify } from '@node-rs/argon2';

/** Argon2id with the parameters the OWASP password storage cheat sheet gives: 19 MiB, two passes, one lane. */
const options = { memoryCost: 19_456, timeCost: 2, parallelism: 1 };

export const hashPassword = (password: string): Promise<string> => hash(password, options);

let nobody: Promise<string> | null = null;

/** Whether the password is right. Takes as long when there is no such person, so that nobody learns who is known. */
export async function isPassword(stored: string | null, password: string): Promise<boolean> {
  nobody ??= hashPassword('nobody has this password');
  const right = await verify(stored ?? (await nobody), password);
  return right && stored !== null;
}
