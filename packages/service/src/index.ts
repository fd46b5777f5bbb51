export { type Config, readConfig } from './config.js';
export { openApiDocument } from './http/document.js';
export { type Service, startService } from './service.js';
