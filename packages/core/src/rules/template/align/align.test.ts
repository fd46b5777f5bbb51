import { describe, expect, test } from '@jest/globals';
import { wholeView } from '../../../reading/index.js';
import { compileLayout } from '../layout/landmarks.js';
import type { Alignment } from '../model.js';
import { prepareText } from '../text/prepared-text.js';
import { align } from './align.js';
import { rivalOf } from './claims.js';

const fields = {
  vessel: { type: 'text' },
  length: { type: 'number' },
  nights: { type: 'integer' },
  net: { type: 'number' },
  gross: { type: 'number' },
  drone: { type: 'yes-no' },
};
const context = { language: 'en', region: 'GB', zone: null, reference: '2027-05-14T09:12:00' };

function aligned(layout: string, text: string): Alignment {
  const compiled = compileLayout('form', layout, fields);
  if ('code' in compiled) throw new Error(compiled.code);
  return align(compiled, prepareText(wholeView('message.text', text), 1000, fields, context), 10_000);
}

/** What each field takes; `?` where another place would have done as well. */
function taken(layout: string, text: string): Record<string, string> {
  const alignment = aligned(layout, text);
  return Object.fromEntries(
    alignment.places.map(({ place, candidate }) => [
      place.slot.field,
      rivalOf(candidate, alignment, text) ? '?' : text.slice(place.start, place.end),
    ]),
  );
}

describe('a remark in brackets behind a label', () => {
  test('comes and goes', () => {
    expect(taken('Drone (yes/no): [[drone]]', 'Drone: yes')).toEqual({ drone: 'yes' });
    expect(taken('Drone: [[drone]]', 'Drone (yes/no): yes')).toEqual({ drone: 'yes' });
  });

  test('stays where it tells two labels apart', () => {
    const layout = 'Fee (net): [[net]]\nFee (gross): [[gross]]';
    expect(taken(layout, 'Fee (gross): 12')).toEqual({ gross: '12' });
    expect(taken(layout, 'Fee (gross): 12\nFee (net): 10')).toEqual({ net: '10', gross: '12' });
  });
});

describe('a place in quoted words', () => {
  test('stands back behind one in the writer’s own, wherever they stand', () => {
    const layout = 'Vessel: [[vessel]]';
    expect(taken(layout, '> Vessel: Tern\nVessel: Skua')).toEqual({ vessel: 'Skua' });
    expect(taken(layout, 'Vessel: Skua\n\n> Vessel: Tern')).toEqual({ vessel: 'Skua' });
  });

  test('is taken where there is no other', () => {
    expect(taken('Vessel: [[vessel]]', '> Vessel: Tern')).toEqual({ vessel: 'Tern' });
  });
});

describe('two places for one slot', () => {
  const layout = 'Length over all, in metres: [[length]]';

  test('are in doubt where next to nothing tells them apart', () => {
    // A mark of the label is missing: that is a hundredth of its weight.
    expect(taken(layout, 'Length over all in metres: 9\nLength over all, in metres: 8')).toEqual({ length: '?' });
  });

  test('are not where one has another separator, or does not read as its type', () => {
    expect(taken(layout, 'Length over all, in metres - 9\nLength over all, in metres: 8')).toEqual({ length: '8' });
    expect(taken(layout, 'Length over all, in metres: long\nLength over all, in metres: 8')).toEqual({ length: '8' });
  });
});

describe('a form that stands in the message twice', () => {
  const layout = 'Vessel: [[vessel]]\nLength: [[length]]\nNights: [[nights]]';

  test('is in doubt as far as it does: two labels of three are most of it', () => {
    const text = 'Vessel: Tern\nLength: 9\nNights: 3\n\nVessel: Skua\nLength: 12';
    expect(taken(layout, text)).toEqual({ vessel: '?', length: '?', nights: '3' });
  });

  test('is none where a single label stands once more: the order says which is meant', () => {
    expect(taken(layout, 'Vessel: Tern\nLength: 9\nNights: 3\n\nVessel: Skua')).toEqual({
      vessel: 'Tern',
      length: '9',
      nights: '3',
    });
  });
});

describe('pairs of one line', () => {
  test('that commas part are found in any order, each by its key alone', () => {
    const layout = 'net=[[net]] kn, gross=[[gross]] kn';
    expect(taken(layout, 'gross=31 kn, net=18 kn')).toEqual({ net: '18', gross: '31' });
    expect(taken(layout, 'gross=31 kn')).toEqual({ gross: '31' });
  });
});

describe('a sentence in the middle of a line', () => {
  test('is known by three words of its own, and not by two', () => {
    expect(taken('nights booked for [[nights]]', 'so we have nights booked for 4')).toEqual({});
    expect(taken('we stay for [[nights]] nights', 'and as ever we stay for 4 nights then')).toEqual({ nights: '4' });
    expect(taken('stay for [[nights]] nights.', 'and as ever stay for 4 nights')).toEqual({ nights: '4' });
  });
});

describe('values below one another', () => {
  const layout = 'To: [[vessel]]\n[[*]]\n[[nights]]';

  test('one of a type is looked for up to two lines further down, and no farther', () => {
    expect(taken(layout, 'To: Tern\nMill Lane\n4')).toMatchObject({ nights: '4' });
    expect(taken(layout, 'To: Tern\nMill Lane\nOststrand\nUpper Quay\n4')).toMatchObject({ nights: '4' });
    expect(taken(layout, 'To: Tern\nMill Lane\nOststrand\nUpper Quay\nby the lock\n4').nights).not.toBe('4');
  });
});

describe('values between marks', () => {
  const layout = 'LOG|[[vessel]]|[[nights]]|[[length]]|END';

  test('may have more marks than the sample, but not many more', () => {
    expect(taken(layout, 'LOG|Tern|4|9.5|END|2|3')).toMatchObject({ vessel: 'Tern', nights: '4', length: '9.5' });
    expect(taken(layout, `LOG|Tern|4|9.5|END${'|x'.repeat(7)}`)).toMatchObject({ nights: '4' });
    expect(taken(layout, `LOG|Tern|4|9.5|END${'|x'.repeat(8)}`).nights).not.toBe('4');
  });
});

describe('a label with a mark', () => {
  const layout = 'Vessel: [[vessel]]      Nights: [[nights]]';

  test('may stand behind two blanks, where a value nearly fills its column, and not behind one', () => {
    expect(taken(layout, 'Vessel: Little Tern  Nights: 3')).toEqual({ vessel: 'Little Tern', nights: '3' });
    expect(taken(layout, 'Vessel: Tern Nights: 3').nights).toBeUndefined();
  });
});

describe('signs of one family', () => {
  test('stand for one another: up and down, done and not', () => {
    expect(taken('Nights: [[nights]] (▼ [[net]] %)', 'Nights: 3 (▲ 12 %)')).toEqual({ nights: '3', net: '12' });
    expect(taken('✓ [[nights]] nights', '✗ 3 nights')).toEqual({ nights: '3' });
  });
});

test('a line of figures alone finds nothing: what stands below it is found by the words further down', () => {
  const layout = 'Week\n[[nights]]\nNights\n▼ 14 %\n[[net]]\nNet\n';
  expect(taken(layout, 'Week\n3\nNights\n▲ 7 %\n90.5\nNet\n▼ 14 %\n12\n')).toEqual({ nights: '3', net: '90.5' });
});

describe('several values in one line, with no words of its own', () => {
  test('are found below a value, too', () => {
    const layout = 'A berth costs less now.\n[[vessel]]\n[[gross]] [[net]]';
    expect(taken(layout, 'A berth costs less now.\n\nLittle Tern\n\n450 420\n')).toEqual({
      vessel: 'Little Tern',
      gross: '450',
      net: '420',
    });
    expect(taken('Nights: [[nights]]\n[[gross]]/[[net]]', 'Nights: 3\n8/10\n')).toEqual({
      nights: '3',
      gross: '8',
      net: '10',
    });
  });

  test('and below words with a long remark in brackets, which comes and goes', () => {
    const layout = 'An answer from Ada Quist (ada.quist@mail.example).\n[[nights]]/[[net]]';
    expect(taken(layout, 'An answer from Ada Quist (ada.quist@mail.example).\n\n3/10\n')).toEqual({
      nights: '3',
      net: '10',
    });
  });
});
