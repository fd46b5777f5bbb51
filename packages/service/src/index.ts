export { type Config, readConfig } from './config.js';
export { crmFileSchema, destinationFileSchema } from './destinations/file-schema.js';
export { openApiDocument } from './http/document.js';
export { type Service, startService } from './service.js';
