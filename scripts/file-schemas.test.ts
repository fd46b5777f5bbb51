import { readdirSync, readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { expect, test } from '@jest/globals';
import { crmFileSchema, destinationFileSchema } from '@yellow-sieve/service';
import { Ajv2020 } from 'ajv/dist/2020.js';
import { parse } from 'yaml';

const demo = fileURLToPath(new URL('../demo', import.meta.url));
const ajv = new Ajv2020({ strict: false, allErrors: true, formats: { uri: true } });
const filesOf = (folder: string, ending: string) =>
  readdirSync(`${demo}/${folder}`)
    .filter((name) => name.endsWith(ending))
    .map(
      (name) => [name, parse(readFileSync(`${demo}/${folder}/${name}`, 'utf8')) as Record<string, unknown>] as const,
    );

const destinations = filesOf('destinations', '.destination.yaml');
const crms = filesOf('crm', '.crm.yaml');

test('there are files to hold against the schemas', () => {
  expect([destinations.length > 10, crms.length]).toEqual([true, 2]);
});

test.each(destinations)('%s is as the published schema says; with a word too much it is not', (_, file) => {
  const fits = ajv.compile(destinationFileSchema());
  expect([fits(file), fits({ ...file, kin: 1 }), fits({ ...file, kind: 'nothing' })]).toEqual([true, false, false]);
});

test.each(crms)('%s is as the published schema says; without its entities it is not', (_, file) => {
  const fits = ajv.compile(crmFileSchema());
  expect([fits(file), fits({ ...file, entities: 1 }), fits({ ...file, oath: {} })]).toEqual([true, false, false]);
});
