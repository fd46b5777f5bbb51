export { type Config, readConfig } from './config.js';
export { type Service, startService } from './service.js';
