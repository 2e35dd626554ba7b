// The stage by keys: arrows move and size, letters add and toggle.
import {boxes, dots, follow} from './boxes.js';
import {redraw} from './handles.js';
import {addText, typeInPlace} from './inplace.js';
import {box, edit, isTyping, select, selection} from './screen.js';
import {part} from './parts.js';

// Steps add up until they are sent; what was sent and is not drawn yet is where the next steps begin.
const none = {x: 0, y: 0, width: 0, height: 0};
const plus = (a, b) => Object.fromEntries(Object.keys(none).map((key) => [key, a[key] + b[key]]));
const arrows = {ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1]};
const press = (id) => document.getElementById(id)?.click();
const toggle = (what) => document.querySelector(`.layer.on [aria-label="${what}"]`)?.click();
const keys = {
    Escape: () => selection().length && select([]),
    Delete: () => press('remove-layer'),
    Backspace: () => press('remove-layer'),
    '[': () => selection().length === 1 && edit('/order', {steps: -1}),
    ']': () => selection().length === 1 && edit('/order', {steps: 1}),
    l: () => toggle('Lock'),
    h: () => toggle('Hide'),
    t: addText,
    r: () => edit('/add', {kind: 'rectangle'}),
    o: () => edit('/add', {kind: 'ellipse'}),
    '?': () => document.getElementById('keys').showModal(),
};
const controlKeys = {
    a: () => select([...document.querySelectorAll('.box')].map((b) => b.dataset.box)),
    d: () => selection().length && edit('/duplicate'),
    g: () => press(document.getElementById('ungroup') ? 'ungroup' : 'group'),
};

part('#work', ({on}) => {
    let pending = none;
    const sent = new Map();
    let nudged = 0;

    function stepped(target) {
        const id = target.dataset.box;
        const from = sent.get(id) ?? JSON.parse(target.dataset.frame);
        return {
            id,
            rotation: from.rotation,
            ...plus(from, pending),
            width: Math.max(0, from.width + pending.width),
            height: Math.max(0, from.height + pending.height),
        };
    }
    function showSteps() {
        const k = dots();
        for (const target of boxes(selection())) {
            const now = stepped(target);
            Object.assign(target.style, {
                left: `${now.x / k}px`,
                top: `${now.y / k}px`,
                width: `${now.width / k}px`,
                height: `${now.height / k}px`,
            });
            follow(target);
        }
        redraw();
    }
    function nudge(event, dx, dy) {
        if (!boxes(selection()).length) return;
        event.preventDefault();
        const step = event.shiftKey ? 10 : 1;
        pending = plus(
            pending,
            event.ctrlKey || event.metaKey
                ? {...none, width: dx * step, height: dy * step}
                : {...none, x: dx * step, y: dy * step},
        );
        showSteps();
        clearTimeout(nudged);
        nudged = setTimeout(
            () =>
                edit('/place', () => {
                    const frames = boxes(selection()).map(stepped);
                    pending = none;
                    if (!frames.length) return null;
                    frames.forEach((frame) => sent.set(frame.id, frame));
                    return {frames: JSON.stringify(frames)};
                }),
            160,
        );
    }
    on(document, 'htmx:afterSwap', ({detail}) => {
        if (detail.target?.id !== 'work') return;
        sent.clear();
        if (pending !== none) showSteps();
    });
    on(document, 'keydown', (event) => {
        if (event.defaultPrevented || isTyping(event)) return;
        if (arrows[event.key]) return nudge(event, ...arrows[event.key]);
        // A press on the handles of the selected text takes the focus off its box; Enter still means that text.
        const only = selection().length === 1 && box(selection()[0]);
        if (event.key === 'Enter' && event.target === document.body && only?.dataset.kind === 'text') {
            event.preventDefault();
            typeInPlace(only);
            return;
        }
        const action =
            event.ctrlKey || event.metaKey
                ? controlKeys[event.key.toLowerCase()]
                : event.altKey
                  ? null
                  : (keys[event.key] ?? keys[event.key.toLowerCase()]);
        if (action) {
            event.preventDefault();
            action();
        }
    });
});
