// Changes on their way to the server, one after the other. A change is kept until the server has decided; each answer is taken
// over before the next change is sent, which is made from what this one left. Knows no page and no network.
const WAITS = [1, 2, 4, 8, 15, 30];

// `send` takes one change and answers with what the server decided, or with {kept: why}; `renew` mends what is mended without
// anybody (a session) and answers with why not; `changed` hears of every change of state; `later` calls back after seconds.
export function saveQueue({send, renew = async () => 'out', changed = () => {}, later = setTimeout}) {
    const waiting = [];
    const saved = [];
    let isBusy = false;
    let why = null;
    let tries = 0;
    let timer = 0;

    async function sent(what) {
        try {
            const answer = await send(what);
            if (answer.kept !== 'out') return answer;
            const still = await renew();
            return still ? {kept: still} : await send(what);
        } catch {
            return {kept: 'silent'};
        }
    }
    async function pump() {
        clearTimeout(timer);
        if (isBusy || !waiting.length) return;
        isBusy = true;
        changed();
        while (waiting.length) {
            const answer = await sent(waiting[0].what);
            if (answer.kept) {
                why = answer.kept;
                timer = later(pump, 1000 * WAITS[Math.min(tries, WAITS.length - 1)]);
                tries += 1;
                break;
            }
            tries = 0;
            why = null;
            const {take, done, fail} = waiting.shift();
            await Promise.resolve(answer).then(take).then(done, fail);
        }
        isBusy = false;
        changed();
        if (!waiting.length) saved.splice(0).forEach((go) => go());
    }

    return {
        // `take` gets the server's answer before the next change is sent; the promise is kept after it.
        keep(what, take = (answer) => answer) {
            return new Promise((done, fail) => {
                waiting.push({what, take, done, fail});
                if (why) changed();
                pump();
            });
        },
        tryNow() {
            tries = 0;
            pump();
        },
        again: () => why && pump(),
        waiting: () => waiting.map(({what}) => what),
        why: () => why,
        isSending: () => isBusy,
        // What waits for nothing but an answer, so that whoever leaves the page need only wait a moment.
        isBusy: () => waiting.length > 0 && why === null,
        whenSaved: () => new Promise((go) => (waiting.length ? saved.push(go) : go())),
    };
}
