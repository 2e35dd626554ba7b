// The boxes of layers on the stage: where they are on the screen, and where that is on the design.
import {box, page, work} from './screen.js';

export const dots = () => Number(work().dataset.width) / page().getBoundingClientRect().width;
export const boxes = (ids) => ids.map(box).filter((b) => b && !b.hasAttribute('data-locked'));

export const pageBox = () => {
    const {width, height, margin, guides} = work().dataset;
    return {width: Number(width), height: Number(height), margin: Number(margin), guides: JSON.parse(guides)};
};

// The frame of a box in dots, as it now stands on the screen.
export function frameOf(element) {
    const k = dots();
    const turn = /rotate\((-?[\d.]+)deg\)/.exec(element.style.transform);
    const px = (value, whole) => (value.endsWith('%') ? (parseFloat(value) / 100) * whole : parseFloat(value));
    const sheet = page();
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
export function follow(element) {
    const layer = document.getElementById(`layer-${element.dataset.box}`);
    const from = JSON.parse(element.dataset.frame);
    const now = frameOf(element);
    if (layer && now.rotation === from.rotation)
        layer.style.transform = `translate(${now.x - from.x}px, ${now.y - from.y}px)`;
}
