// A layer that was just added stands in the middle. Until anything else is done to it, a press on bare paper and a drag
// draw its frame instead.
import {isPaper, page, edit, select, selection, work} from './screen.js';
import {inPlace, isUntouched, leave, standAt} from './inplace.js';
import {part} from './parts.js';

const LEAST = 8;

function onPaper(event) {
    if (!event.target.closest?.('#board')) return false;
    const under = document.elementsFromPoint(event.clientX, event.clientY);
    return !under.some(
        (one) => one.matches('.words, .moveable-control-box *') || (one.matches('.box') && !isPaper(one)),
    );
}
const corners = ({x, y}, {clientX, clientY}) => ({
    left: Math.min(x, clientX),
    top: Math.min(y, clientY),
    width: Math.abs(clientX - x),
    height: Math.abs(clientY - y),
});

part('#work', ({on, end}) => {
    let added = null;
    let drawing = null;
    const frame = Object.assign(document.createElement('div'), {className: 'drawn-frame', hidden: true});
    document.body.append(frame);
    end(() => frame.remove());

    const waits = () =>
        isUntouched() ||
        (added !== null &&
            !inPlace() &&
            selection().join() === added.layer &&
            work().dataset.revision === added.revision);
    const mark = () => document.body.classList.toggle('draws-frame', waits());
    on(document, 'htmx:afterSwap', ({detail}) => {
        if (detail.target?.id !== 'work') return;
        if (detail.requestConfig.path.endsWith('/compose/add') && detail.xhr.status === 200)
            added = {layer: selection().join(), revision: work().dataset.revision};
        mark();
    });
    ['words:changed', 'focusin', 'focusout', 'keyup'].forEach((event) => on(document, event, () => setTimeout(mark)));
    on(
        window,
        'pointerdown',
        (event) => {
            if (event.button !== 0 || !waits() || !onPaper(event)) return;
            event.stopPropagation();
            drawing = {x: event.clientX, y: event.clientY, isLarge: false};
        },
        true,
    );
    // The focus stays where it is, and nothing is selected or taken hold of under the frame that is drawn.
    on(
        window,
        'mousedown',
        (event) => {
            if (!drawing) return;
            event.preventDefault();
            event.stopPropagation();
        },
        true,
    );
    on(window, 'pointermove', (event) => {
        if (!drawing) return;
        const at = corners(drawing, event);
        drawing.isLarge ||= Math.max(at.width, at.height) >= LEAST;
        frame.hidden = !drawing.isLarge;
        Object.entries(at).forEach(([name, value]) => {
            frame.style[name] = `${value}px`;
        });
    });
    on(window, 'pointerup', (event) => {
        if (!drawing) return;
        const {isLarge} = drawing;
        const at = corners(drawing, event);
        drawing = null;
        frame.hidden = true;
        if (!isLarge) {
            added = null;
            leave();
            select([]);
            return;
        }
        const sheet = page().getBoundingClientRect();
        const dots = Number(work().dataset.width) / sheet.width;
        const drawn = {
            x: (at.left - sheet.left) * dots,
            y: (at.top - sheet.top) * dots,
            width: Math.max(1, at.width * dots),
            height: Math.max(1, at.height * dots),
            rotation: 0,
        };
        const words = inPlace();
        if (words) standAt(drawn);
        edit('/place', () => {
            const id = words ? words.dataset.layer : selection()[0];
            return id ? {layer: id, frames: JSON.stringify([{id, ...drawn}])} : null;
        });
        added = null;
        mark();
    });
});
