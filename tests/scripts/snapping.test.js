import assert from 'node:assert/strict';
import {test} from 'node:test';
import {exact, linesOf} from '../../assets/scripts/snapping.js';

const page = {
    width: 1000,
    height: 500,
    margin: 50,
    guides: [
        {upright: true, at: 300},
        {upright: false, at: 200},
    ],
};
const frame = {x: 0, y: 0, width: 100, height: 100, rotation: 0};

test('a page has its edges, centre, safe margin and guides as lines', () => {
    assert.deepEqual(linesOf(page), {across: [0, 500, 1000, 50, 950, 300], down: [0, 250, 500, 50, 450, 200]});
    assert.deepEqual(linesOf({...page, margin: 0, guides: []}).across, [0, 500, 1000]);
});
test('an edge or centre a pixel beside a line stands on it', () => {
    assert.equal(exact({...frame, x: 298.5}, page, 2).x, 300, 'left edge on a guide');
    assert.equal(exact({...frame, x: 851}, page, 2).x, 850, 'right edge on the margin');
    assert.equal(exact({...frame, x: 449.2}, page, 2).x, 450, 'centre on the centre');
    assert.equal(exact({...frame, y: 100.9}, page, 2).y, 100, 'lower edge on a guide');
});
test('the nearest line counts, and none that is farther than a pixel', () => {
    assert.equal(exact({...frame, x: 304}, page, 2).x, 304);
    assert.equal(exact({...frame, x: 1, width: 49.5}, page, 2).x, 0.5, 'the right edge is nearer to the margin');
});
test('a turned frame is left as it is', () => {
    assert.deepEqual(exact({...frame, x: 299, rotation: 12}, page, 2), {...frame, x: 299, rotation: 12});
});
