// Direct manipulation: take hold of layers on the stage. The boxes move under the hand; the core lays out what was
// dropped.
import {box, edit, isTyping, select, selection, side, withGroups, work} from './screen.js';
import {addText, typeInPlace} from './inplace.js';
import {exact, linesOf} from './snapping.js';
import './clipboard.js';
import './draw-frame.js';

const dots = () => Number(work().dataset.width) / side().getBoundingClientRect().width;
const boxes = (ids) => ids.map(box).filter((b) => b && !b.hasAttribute('data-locked'));

// Both bring styles of their own, which the page's policy lets in by this.
const nonce = () => document.querySelector('script[nonce]').nonce;

let moveable = null;
let selecto = null;
let moved = false;

// The frame of a box in dots, as it now stands on the screen.
function frameOf(element) {
    const k = dots();
    const turn = /rotate\((-?[\d.]+)deg\)/.exec(element.style.transform);
    const px = (value, whole) => (value.endsWith('%') ? (parseFloat(value) / 100) * whole : parseFloat(value));
    const sheet = side();
    return {
        id: element.dataset.box,
        x: px(element.style.left, sheet.clientWidth) * k,
        y: px(element.style.top, sheet.clientHeight) * k,
        width: px(element.style.width, sheet.clientWidth) * k,
        height: px(element.style.height, sheet.clientHeight) * k,
        rotation: turn ? parseFloat(turn[1]) : 0,
    };
}

// What somebody sees move are the boxes; the drawing under a moved box follows along until the true one is there.
function follow(element) {
    const layer = document.getElementById(`layer-${element.dataset.box}`);
    const from = JSON.parse(element.dataset.frame);
    const now = frameOf(element);
    if (layer && now.rotation === from.rotation)
        layer.style.transform = `translate(${now.x - from.x}px, ${now.y - from.y}px)`;
}
function drop(targets, dragged = false) {
    if (!moved) return;
    moved = false;
    edit('/place', {
        frames: JSON.stringify(targets.map(frameOf).map((frame) => (dragged ? exact(frame, page(), dots()) : frame))),
    });
}
const page = () => {
    const {width, height, margin, guides} = work().dataset;
    return {width: Number(width), height: Number(height), margin: Number(margin), guides: JSON.parse(guides)};
};

function snapLines() {
    const {across, down} = linesOf(page());
    return {
        verticalGuidelines: across.map((line) => line / dots()),
        horizontalGuidelines: down.map((line) => line / dots()),
        elementGuidelines: [...document.querySelectorAll('.box')].filter((b) => !selection().includes(b.dataset.box)),
    };
}

function move(e) {
    moved = true;
    e.target.style.left = `${e.left}px`;
    e.target.style.top = `${e.top}px`;
    follow(e.target);
}
function size(e) {
    moved = true;
    e.target.style.width = `${e.width}px`;
    e.target.style.height = `${e.height}px`;
    e.target.style.left = `${e.drag.left}px`;
    e.target.style.top = `${e.drag.top}px`;
}
function turn(e) {
    moved = true;
    e.target.style.transform = `rotate(${Math.round(e.rotation * 100) / 100}deg)`;
    if (e.drag) {
        e.target.style.left = `${e.drag.left}px`;
        e.target.style.top = `${e.drag.top}px`;
    }
}

// Handles of what is small on the screen, as a text of one line, stand off it and hide none of it.
const SMALL = 48;
const OFF = 9;
function aside(targets) {
    const off = (length) => (targets.length === 1 && length < SMALL ? OFF : 0);
    const {offsetWidth, offsetHeight} = targets[0] ?? {};
    const [across, along] = [off(offsetHeight), off(offsetWidth)];
    // All round, so that the corners stay corners.
    const all = Math.max(across, along);
    return {left: all, right: all, top: all, bottom: all};
}

function arm() {
    if (!side() || !window.Moveable) return;
    moveable?.destroy();
    const targets = boxes(selection());
    moveable = new window.Moveable(side(), {
        cspNonce: nonce(),
        target: targets,
        draggable: true,
        resizable: true,
        rotatable: true,
        origin: false,
        edge: false,
        throttleDrag: 0,
        snappable: true,
        snapGap: true,
        snapThreshold: 6,
        isDisplaySnapDigit: true,
        snapDistFormat: (v) => Math.round(v * dots()),
        maxSnapElementGuidelineDistance: 4000,
        snapDirections: {left: true, right: true, top: true, bottom: true, center: true, middle: true},
        elementSnapDirections: {left: true, right: true, top: true, bottom: true, center: true, middle: true},
        renderDirections: ['nw', 'n', 'ne', 'w', 'e', 'sw', 's', 'se'],
        rotationPosition: 'top',
        padding: aside(targets),
        ...snapLines(),
    });
    // With an id of their own the handles are never taken for a new part of the side when the page morphs.
    moveable.getControlBoxElement().id = 'handles';
    const start = (e) => {
        moveable.keepRatio = Boolean(e.inputEvent?.shiftKey);
        if (e.inputEvent?.altKey) e.setFixedDirection([0, 0]);
    };
    moveable
        .on('drag', move)
        .on('dragGroup', (e) => e.events.forEach(move))
        .on('resizeStart', start)
        .on('resizeGroupStart', start)
        .on('resize', size)
        .on('resizeGroup', (e) => e.events.forEach(size))
        .on('rotateStart', (e) => {
            moveable.throttleRotate = e.inputEvent?.shiftKey ? 15 : 0;
        })
        .on('rotate', turn)
        .on('rotateGroup', (e) => e.events.forEach(turn));
    for (const end of ['dragEnd', 'resizeEnd', 'rotateEnd'])
        moveable.on(end, (e) => drop([e.target], end === 'dragEnd'));
    for (const end of ['dragGroupEnd', 'resizeGroupEnd', 'rotateGroupEnd']) moveable.on(end, (e) => drop(e.targets));
}

function marquee() {
    selecto?.destroy();
    selecto = new window.Selecto({
        cspNonce: nonce(),
        container: document.getElementById('board'),
        dragContainer: document.getElementById('board'),
        selectableTargets: ['.box'],
        hitRate: 1,
        selectByClick: false,
        selectFromInside: false,
        preventDefault: true,
    });
    selecto.on('dragStart', (e) => {
        const target = e.inputEvent.target;
        if (
            target.closest('.box, .moveable-control-box, .words') ||
            document.body.classList.contains('picking') ||
            document.getElementById('board').classList.contains('grab')
        )
            e.stop();
        else document.activeElement?.blur?.();
    });
    selecto.on('selectEnd', (e) => {
        if (!e.isDragStart && !e.rect) return;
        const ids = e.selected.map((b) => b.dataset.box);
        const wide = e.rect.width > 4 || e.rect.height > 4;
        const all = wide && e.inputEvent?.shiftKey ? [...new Set([...selection(), ...ids])] : wide ? ids : [];
        if (all.join() !== selection().join()) select(withGroups(all));
    });
}

// A press on a box takes hold of it at once, whether it was selected before or not.
document.addEventListener(
    'mousedown',
    (event) => {
        const target = event.target.closest?.('.box');
        if (!target || event.button !== 0 || document.body.classList.contains('picking')) return;
        const id = target.dataset.box;
        const now = selection();
        if (event.shiftKey) {
            event.preventDefault();
            select(now.includes(id) ? now.filter((one) => one !== id) : withGroups([...now, id]));
            return;
        }
        if (!now.includes(id)) {
            const ids = withGroups([id]);
            work().dataset.layer = ids.join(',');
            document
                .querySelectorAll('.box')
                .forEach((b) => b.setAttribute('aria-pressed', String(ids.includes(b.dataset.box))));
            moveable.target = boxes(ids);
            Object.assign(moveable, snapLines());
            moveable.waitToChangeTarget().then(() => moveable.dragStart(event));
            document.addEventListener(
                'mouseup',
                () =>
                    setTimeout(() => {
                        if (!moved) select(ids);
                    }),
                {once: true},
            );
        }
    },
    true,
);
document.addEventListener('dblclick', (event) => {
    const target =
        event.target.closest?.('.box') ?? (event.target.closest?.('.moveable-control-box') && box(selection()[0]));
    if (target?.dataset.kind === 'text') typeInPlace(target);
});
// A key on a focused box is a click without a pointer.
document.addEventListener('click', (event) => {
    const target = event.target.closest?.('.box');
    if (!target || event.detail !== 0) return;
    if (selection().includes(target.dataset.box) && target.dataset.kind === 'text') typeInPlace(target);
    else select(withGroups([target.dataset.box]));
});

// Keys. Steps add up until they are sent; what was sent and is not drawn yet is where the next steps begin.
document.addEventListener('click', (event) => event.target.closest('#add-text') && addText());

const none = {x: 0, y: 0, width: 0, height: 0};
const plus = (a, b) => Object.fromEntries(Object.keys(none).map((key) => [key, a[key] + b[key]]));
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
    moveable?.updateRect();
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
document.addEventListener('htmx:afterSwap', ({detail}) => {
    if (detail.target?.id !== 'work') return;
    sent.clear();
    if (pending !== none) showSteps();
});
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
document.addEventListener('keydown', (event) => {
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

document.addEventListener('htmx:afterSettle', arm);
window.addEventListener('resize', arm);
document.addEventListener('zoomed', arm);
const begin = () => {
    arm();
    marquee();
};
document.readyState === 'complete' ? begin() : window.addEventListener('load', begin);
