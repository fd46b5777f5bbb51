import { defineConfig } from 'drizzle-kit';

export default defineConfig({ dialect: 'mysql', schema: './dist/database/schema.js', out: './migrations' });
