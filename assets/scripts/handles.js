// The handles of what is selected: drag, resize, rotate. The boxes move under the hand; the core lays out what was dropped.
import {boxes, dots, follow, frameOf, pageBox} from './boxes.js';
import {edit, nonce, select, selection, page, work} from './screen.js';
import {exact, linesOf} from './snapping.js';

const state = {
    moveable: null,
    moved: false,
};

function drop(targets, dragged = false) {
    if (!state.moved) return;
    state.moved = false;
    edit('/place', {
        frames: JSON.stringify(
            targets.map(frameOf).map((frame) => (dragged ? exact(frame, pageBox(), dots()) : frame)),
        ),
    });
}
function snapLines() {
    const {across, down} = linesOf(pageBox());
    return {
        verticalGuidelines: across.map((line) => line / dots()),
        horizontalGuidelines: down.map((line) => line / dots()),
        elementGuidelines: [...document.querySelectorAll('.box')].filter((b) => !selection().includes(b.dataset.box)),
    };
}

function move(e) {
    state.moved = true;
    e.target.style.left = `${e.left}px`;
    e.target.style.top = `${e.top}px`;
    follow(e.target);
}
function size(e) {
    state.moved = true;
    e.target.style.width = `${e.width}px`;
    e.target.style.height = `${e.height}px`;
    e.target.style.left = `${e.drag.left}px`;
    e.target.style.top = `${e.drag.top}px`;
}
function turn(e) {
    state.moved = true;
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

export function arm() {
    if (!page() || !window.Moveable) return;
    state.moveable?.destroy();
    const targets = boxes(selection());
    state.moveable = new window.Moveable(page(), {
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
    // With an id of their own the handles are never taken for a new part of the page when the screen morphs.
    state.moveable.getControlBoxElement().id = 'handles';
    const start = (e) => {
        state.moveable.keepRatio = Boolean(e.inputEvent?.shiftKey);
        if (e.inputEvent?.altKey) e.setFixedDirection([0, 0]);
    };
    state.moveable
        .on('drag', move)
        .on('dragGroup', (e) => e.events.forEach(move))
        .on('resizeStart', start)
        .on('resizeGroupStart', start)
        .on('resize', size)
        .on('resizeGroup', (e) => e.events.forEach(size))
        .on('rotateStart', (e) => {
            state.moveable.throttleRotate = e.inputEvent?.shiftKey ? 15 : 0;
        })
        .on('rotate', turn)
        .on('rotateGroup', (e) => e.events.forEach(turn));
    for (const end of ['dragEnd', 'resizeEnd', 'rotateEnd'])
        state.moveable.on(end, (e) => drop([e.target], end === 'dragEnd'));
    for (const end of ['dragGroupEnd', 'resizeGroupEnd', 'rotateGroupEnd'])
        state.moveable.on(end, (e) => drop(e.targets));
}

// Takes hold of layers under the pointer, which may not have been selected before; they are, if they are not dragged.
export function grab(ids, event) {
    work().dataset.layer = ids.join(',');
    document
        .querySelectorAll('.box')
        .forEach((b) => b.setAttribute('aria-pressed', String(ids.includes(b.dataset.box))));
    state.moveable.target = boxes(ids);
    Object.assign(state.moveable, snapLines());
    state.moveable.waitToChangeTarget().then(() => state.moveable.dragStart(event));
    document.addEventListener(
        'mouseup',
        () =>
            setTimeout(() => {
                if (!state.moved) select(ids);
            }),
        {once: true},
    );
}
// The boxes moved otherwise than by the handles.
export const redraw = () => state.moveable?.updateRect();
