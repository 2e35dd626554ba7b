// What a column becomes where it is dropped on the design: words in a text or instead of them, the picture of a frame,
// what a code holds, or a layer of its own.
import {target} from './column-drag.js';
import {http} from './http.js';
import {inPlace, leave, openWords, SAMPLE} from './inplace.js';
import {edit, isPaper, page, url} from './screen.js';
import {wordsOf} from './words-editor.js';
import {part} from './parts.js';
import {t} from './sentences.js';

const KINDS = ['text', 'picture', 'code'];
const NEAR = 6;

// Words that stand for words to come: nobody minds when a column takes their place.
export const isSample = (words) => {
    const text = words.atoms.map(({char}) => char ?? '').join('');
    const columns = words.atoms.filter(({part}) => part);
    return columns.length ? columns.length === words.atoms.length : text.trim() === '' || text === SAMPLE;
};

part('#work', ({on, end}) => {
    let hovered = null;
    // What is known of every column, asked for when the first one is taken up.
    let known = null;
    on(document, 'pointerdown', async (event) => {
        if (known || !event.target.closest('.column')) return;
        known = {};
        const answer = await http(url('/kinds'));
        known = answer.ok ? answer.json() : null;
    });
    const about = (column) => known?.[column.key] ?? {};

    function onText(box, column, event) {
        const words = openWords(box, null);
        hovered = box;
        const range = document.createRange();
        range.selectNodeContents(words.element);
        const onWords = [...range.getClientRects()].some(
            ({left, right, top, bottom}) =>
                event.clientX >= left - NEAR &&
                event.clientX <= right + NEAR &&
                event.clientY >= top - NEAR &&
                event.clientY <= bottom + NEAR,
        );
        if (onWords && !isSample(words)) return null;
        return {
            says: t('drop.instead'),
            element: box,
            drop: () => words.insertColumn(column, 0, words.atoms.length),
        };
    }
    const overDesign = (column, event) => {
        const under = document.elementsFromPoint(event.clientX, event.clientY);
        // In words somebody is typing, and in those that opened under the pointer, the editor says where.
        const isOver = inPlace() && under.includes(inPlace());
        const box = isOver
            ? document.getElementById(`box-${inPlace().dataset.layer}`)
            : under.find((one) => one.matches('.box') && KINDS.includes(one.dataset.kind) && !isPaper(one));
        if (hovered && hovered !== box) closeHovered();
        if (isOver && !hovered) return null;
        if (box?.dataset.kind === 'text') return onText(box, column, event);
        if (box) return onFrame(box, column);
        if (!under.some((one) => one.id === 'page')) return null;
        return {
            says: about(column).kind === 'picture' ? t('drop.new_picture') : t('drop.new_text'),
            element: page(),
            drop: () => {
                const at = page().getBoundingClientRect();
                edit('/add', {
                    kind: 'placeholder',
                    column: column.key,
                    x: (event.clientX - at.left) / at.width,
                    y: (event.clientY - at.top) / at.height,
                });
            },
        };
    };
    end(target(overDesign));
    function onFrame(box, column) {
        const isPicture = box.dataset.kind === 'picture';
        const wrong = isPicture && about(column).whyNoPicture;
        return {
            says: wrong || t(isPicture ? 'drop.picture' : 'drop.code'),
            element: box,
            drop: wrong ? null : () => edit('/link', {layer: box.dataset.box, column: column.key}),
        };
    }
    // Words that opened under the pointer close again, unless the column went into them: then one types on.
    function closeHovered() {
        const words = inPlace() && wordsOf(inPlace());
        hovered = null;
        if (words && !words.isFocused()) leave();
    }
    on(document, 'carried', closeHovered);
});
