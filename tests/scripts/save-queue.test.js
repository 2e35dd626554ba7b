import assert from 'node:assert/strict';
import {test} from 'node:test';
import {saveQueue} from '../../assets/scripts/save-queue.js';

// A server of which each answer comes when the test says so.
function server() {
    const asked = [];
    return {
        asked,
        send: (what) =>
            new Promise((answer, fail) => {
                asked.push({what, answer, fail});
            }),
    };
}
const turn = () => new Promise((done) => setImmediate(done));

test('a change is sent only once the answer before it was taken over', async () => {
    const {asked, send} = server();
    const queue = saveQueue({send});
    let version = 1;
    const take = async (answer) => {
        await turn();
        version = answer.version;
    };
    queue.keep('one', take);
    const second = queue.keep(() => version, take);
    assert.equal(asked.length, 1);
    asked[0].answer({version: 2});
    await turn();
    assert.equal(asked.length, 1, 'the page is still at the first answer');
    await turn();
    await turn();
    assert.equal(asked.length, 2);
    assert.equal(asked[1].what(), 2, 'made from what the first left');
    asked[1].answer({version: 3});
    await second;
    assert.deepEqual(queue.waiting(), []);
});

test('what the server did not decide is kept and tried again, later and later', async () => {
    const pauses = [];
    let answers = [{kept: 'silent'}, {kept: 'silent'}, {ok: true}];
    let again = null;
    const queue = saveQueue({
        send: async () => answers.shift(),
        later: (go, pause) => {
            pauses.push(pause);
            again = go;
            return 1;
        },
    });
    const kept = queue.keep('a');
    await turn();
    assert.equal(queue.why(), 'silent');
    await again();
    await again();
    assert.deepEqual(await kept, {ok: true});
    assert.deepEqual(pauses, [1000, 2000]);
    assert.equal(queue.why(), null);
});

test('a session that is renewed sends the change once more, and only then gives up', async () => {
    const sent = [];
    const queue = saveQueue({
        send: async (what) => {
            sent.push(what);
            return sent.length === 1 ? {kept: 'out'} : {ok: true};
        },
        renew: async () => null,
    });
    assert.deepEqual(await queue.keep('a'), {ok: true});
    assert.deepEqual(sent, ['a', 'a']);
    const out = saveQueue({send: async () => ({kept: 'out'}), renew: async () => 'other', later: () => 1});
    out.keep('b');
    await turn();
    await turn();
    assert.equal(out.why(), 'other');
});

test('an error of the network is silence, and nothing is lost', async () => {
    const queue = saveQueue({
        send: async () => {
            throw new Error('no line');
        },
        later: () => 1,
    });
    queue.keep('a');
    queue.keep('b');
    await turn();
    assert.equal(queue.why(), 'silent');
    assert.deepEqual(queue.waiting(), ['a', 'b']);
    assert.equal(queue.isBusy(), false);
});

test('whoever waits for everything to be saved hears of it once it is', async () => {
    const {asked, send} = server();
    const queue = saveQueue({send});
    queue.keep('a');
    let isSaved = false;
    queue.whenSaved().then(() => {
        isSaved = true;
    });
    await turn();
    assert.equal(isSaved, false);
    asked[0].answer({ok: true});
    await turn();
    assert.equal(isSaved, true);
});
