// A column on its way, from the row card or out of an editor: what is under the pointer says what a drop would do there
// before it is done. Editors take it at the place that is nearest to the pointer; other targets are said by whoever knows
// them, as functions of the column and the event that give {says, drop?, element?}, or null.
import {editorAt, wordsOf} from './words-editor.js';
import {part} from './parts.js';
import {t} from './sentences.js';

const state = {
    drag: null,
};

const FAR = 6;
const targets = new Set();
// What is returned takes the target away again.
export const target = (find) => {
    targets.add(find);
    return () => targets.delete(find);
};
// `column` is {key, letter, heading, kind, ...}; `part` is given where a column is moved with the way it is shown.
export function carry(event, column, {part = null, from = null, otherwise = () => {}} = {}) {
    if (event.button !== 0) return;
    state.drag = {column, part, from, otherwise, x: event.clientX, y: event.clientY, ghost: null, over: null};
}

function ghost({letter, heading}) {
    const made = Object.assign(document.createElement('div'), {className: 'ghost'});
    const cap = Object.assign(document.createElement('span'), {className: 'cap', textContent: letter ?? '·'});
    made.append(cap, heading, document.createElement('small'));
    document.body.append(made);
    return made;
}
export function placeUnder(element, {clientX, clientY}) {
    const point = document.caretPositionFromPoint?.(clientX, clientY);
    const words = wordsOf(element);
    if (!point || !element.contains(point.offsetNode)) return words.atoms.length;
    return words.placeOf(point.offsetNode, point.offset);
}
function put(words, place) {
    const {column, part, from} = state.drag;
    let at = place;
    if (from) {
        // Moved: taken out where it was, which may be before the new place in the same words.
        if (from.words === words && (place === from.at || place === from.at + 1)) return;
        from.words.remove(from.at, from.at + 1);
        if (from.words === words && from.at < place) at -= 1;
    }
    if (part) words.insert([part], at, at);
    else words.insertColumn(column, at, at);
}

part('body', ({on, end}) => {
    const marker = Object.assign(document.createElement('div'), {className: 'drop-caret', hidden: true});
    document.body.append(marker);
    end(() => marker.remove());
    function showCaret(words, place) {
        const range = document.createRange();
        range.setStart(...words.pointAt(place));
        const {left, top, height} = range.getBoundingClientRect();
        const box = words.element.getBoundingClientRect();
        const near = height
            ? {left, top, height}
            : {left: box.left + 4, top: box.top + 4, height: Math.min(24, box.height - 8)};
        Object.assign(marker.style, {left: `${near.left}px`, top: `${near.top}px`, height: `${near.height}px`});
        marker.hidden = false;
    }
    function inWords(event) {
        const element = editorAt(document.elementFromPoint(event.clientX, event.clientY));
        if (!element) return null;
        const words = wordsOf(element);
        const place = placeUnder(element, event);
        return {
            says: t('drop.in_words'),
            caret: () => showCaret(words, place),
            drop: () => put(words, place),
        };
    }

    on(document, 'pointermove', (event) => {
        if (!state.drag) return;
        if (!state.drag.ghost) {
            if (Math.hypot(event.clientX - state.drag.x, event.clientY - state.drag.y) < FAR) return;
            state.drag.ghost = ghost(state.drag.column);
            document.body.classList.add('carrying');
        }
        const over = [...targets].map((find) => find(state.drag.column, event)).find(Boolean) ??
            inWords(event) ?? {says: '', drop: null};
        marker.hidden = true;
        over.caret?.();
        state.drag.over?.element?.classList.remove('drop', 'refuses');
        over.element?.classList.add(over.drop ? 'drop' : 'refuses');
        state.drag.over = over;
        state.drag.ghost.lastChild.textContent = over.says;
        state.drag.ghost.classList.toggle('refuses', Boolean(over.says) && !over.drop);
        state.drag.ghost.style.left = `${Math.min(event.clientX + 12, innerWidth - state.drag.ghost.offsetWidth - 4)}px`;
        state.drag.ghost.style.top = `${event.clientY + 8}px`;
    });
    function finish(take, event) {
        if (!state.drag) return;
        const {over, otherwise} = state.drag;
        const moved = Boolean(state.drag.ghost);
        state.drag.ghost?.remove();
        marker.hidden = true;
        over?.element?.classList.remove('drop', 'refuses');
        document.body.classList.remove('carrying');
        if (take && moved) over?.drop?.(event);
        else if (take) otherwise(event);
        state.drag = null;
        document.dispatchEvent(new CustomEvent('carried'));
        // The click that ends a drag is none.
        if (moved) {
            const swallow = (click) => {
                click.preventDefault();
                click.stopPropagation();
            };
            window.addEventListener('click', swallow, {capture: true, once: true});
            setTimeout(() => window.removeEventListener('click', swallow, {capture: true}));
        }
    }
    on(document, 'pointerup', (event) => finish(true, event));
    on(document, 'pointercancel', () => finish(false));
    on(
        window,
        'keydown',
        (event) => {
            if (!state.drag?.ghost || event.key !== 'Escape') return;
            event.preventDefault();
            event.stopPropagation();
            finish(false);
        },
        true,
    );
});
