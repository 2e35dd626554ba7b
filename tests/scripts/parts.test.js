import assert from 'node:assert/strict';
import {test} from 'node:test';

// As much of a page as the parts of a screen ask of it: elements found by what they are called, and a word when it changes.
const here = [];
let changed = () => {};
globalThis.document = {
    querySelectorAll: (selector) => here.filter((one) => one.called === selector && one.isConnected),
};
globalThis.MutationObserver = class {
    constructor(look) {
        changed = look;
    }
    observe() {}
};
const {part} = await import('../../assets/scripts/parts.js');
const turn = () => new Promise((go) => setTimeout(go));

test('a part begins with its element, once, and all it listens to ends with it', async () => {
    const page = new EventTarget();
    const heard = [];
    const grid = {called: '#grid', isConnected: true};
    part('#grid', ({element, on, end}) => {
        heard.push('begins');
        on(page, 'key', () => heard.push(element === grid ? 'key' : 'key of another'));
        end(() => heard.push('ends'));
    });
    await turn();
    assert.deepEqual(heard, []);

    here.push(grid);
    changed();
    changed();
    page.dispatchEvent(new Event('key'));
    assert.deepEqual(heard, ['begins', 'key']);

    grid.isConnected = false;
    changed();
    page.dispatchEvent(new Event('key'));
    assert.deepEqual(heard, ['begins', 'key', 'ends']);

    grid.isConnected = true;
    changed();
    page.dispatchEvent(new Event('key'));
    assert.deepEqual(heard.slice(3), ['begins', 'key']);
});

test('what is there already begins by itself, after the script that says so', async () => {
    here.push({called: '#bar', isConnected: true});
    const begun = [];
    part('#bar', ({element}) => begun.push(element.called));
    assert.deepEqual(begun, []);
    await turn();
    assert.deepEqual(begun, ['#bar']);
});
