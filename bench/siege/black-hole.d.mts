export function startBlackHole(): Promise<{ port: number; open(): number; close(): Promise<void> }>;
