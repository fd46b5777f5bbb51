import type { Client } from '@yellow-sieve/client';

export function setUpSiege(client: Client, holePort: number): Promise<void>;
export function form(subject: string): string;
