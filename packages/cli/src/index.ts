export { runProgram, type Surroundings } from './program.js';
