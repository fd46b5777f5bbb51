export function hostileMails(seed: number, count: number, bytes?: number): { subject: string; raw: string }[];
export function hostileTexts(seed: number, count: number, bytes?: number): { name: string; text: string }[];
