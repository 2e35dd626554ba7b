import assert from 'node:assert/strict';
import {test} from 'node:test';
import {format, parse} from '../../assets/scripts/tsv.js';

test('cells are what tabs part, lines what breaks part', () => {
    assert.deepEqual(parse('a\tb\nc\t'), [
        ['a', 'b'],
        ['c', ''],
    ]);
    assert.deepEqual(parse('a\r\nb\r\n'), [['a'], ['b']]);
    assert.deepEqual(parse(''), [['']]);
});
test('a sentence with commas and quotes in it is one cell', () => {
    assert.deepEqual(parse('He said "no", and left'), [['He said "no", and left']]);
});
test('what is quoted may hold tabs, breaks and quotes', () => {
    assert.deepEqual(parse('"a\tb"\t"c\nd"\t"e ""f"""'), [['a\tb', 'c\nd', 'e "f"']]);
});
test('what is written is read as it was', () => {
    for (const lines of [
        [
            ['a', 'b\tc'],
            ['"', '\n'],
        ],
        [['']],
        [['x', '', 'y']],
    ])
        assert.deepEqual(parse(format(lines)), lines);
});
