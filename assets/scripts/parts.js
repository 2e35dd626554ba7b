// The parts of a screen. A part begins when an element of its kind comes onto the page and ends when that element goes,
// and all it listens to ends with it. No script reads the page or listens to it otherwise, which ESLint holds.
const kinds = [];
// What goes on, by element and kind.
const going = new Map();

// `begin` gets the element; `on`, which listens to anything as `addEventListener` does until the part ends; and `end`,
// which takes what else there is to do then.
export function part(selector, begin) {
    if (!kinds.length) new MutationObserver(look).observe(document, {childList: true, subtree: true});
    kinds.push({selector, begin});
    // After the script that says so, and before whatever the page does by itself.
    queueMicrotask(look);
}

function look() {
    for (const [element, controllers] of going) {
        if (element.isConnected) continue;
        going.delete(element);
        controllers.forEach((one) => one.abort());
    }
    for (const kind of kinds)
        for (const element of document.querySelectorAll(kind.selector))
            if (!going.get(element)?.has(kind)) start(kind, element);
}

function start(kind, element) {
    const controller = new AbortController();
    const {signal} = controller;
    going.set(element, (going.get(element) ?? new Map()).set(kind, controller));
    kind.begin({
        element,
        on: (target, type, does, options = {}) =>
            target.addEventListener(type, does, {...(options === true ? {capture: true} : options), signal}),
        end: (does) => signal.addEventListener('abort', does),
    });
}
