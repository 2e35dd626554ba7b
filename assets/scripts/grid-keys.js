// What keys do in the grid, and the strip over it.
import {notice} from './notices.js';
import {
    ROW,
    change,
    column,
    endTabbing,
    enter,
    gridHasKeys,
    isTabbing,
    order,
    root,
    selected,
    selectAll,
    selectedIds,
    set,
    grid,
    sorted,
    step,
    tab,
    toGrid,
} from './grid.js';
import {beginWith} from './grid-look.js';
import {part} from './parts.js';
import {t} from './sentences.js';

const page = () => Math.max(1, Math.floor(root().querySelector('.tabulator-tableholder').clientHeight / ROW) - 1);
// How many rows and columns a key goes from the selected cell.
const far = {
    PageDown: () => [page(), 0],
    PageUp: () => [-page(), 0],
    Home: (control) => [control ? -Infinity : 0, -Infinity],
    End: (control) => [control ? Infinity : 0, Infinity],
};

function fillDown() {
    const top = selected()[0]?.map((cell) => cell.getValue());
    if (!top || selected().length < 2) notice(t('grid.fill_hint'));
    else set((cell, r, c) => top[c]);
}
const numbers = (ids) =>
    grid()
        .getData()
        .filter(({_id}) => ids.includes(_id))
        .map(({_no}) => _no)
        .sort((a, b) => a - b);
// 1, 2, 3, 7 as “1-3,7”.
const ranges = (list) =>
    list
        .reduce((all, no) => {
            const last = all.at(-1);
            if (last && last[1] === no - 1) last[1] = no;
            else all.push([no, no]);
            return all;
        }, [])
        .map(([from, to]) => (from === to ? from : `${from}-${to}`))
        .join(',');
function moveRows(by) {
    if (sorted()) {
        notice(t('grid.sorted'));
        return;
    }
    const ids = selectedIds();
    change({op: 'move', ids}, () => {
        const all = order();
        const places = ids.map((id) => all.indexOf(id)).sort((a, b) => a - b);
        const [first, last] = [places[0], places.at(-1)];
        if (by < 0 ? first < 1 : last >= all.length - 1) return null;
        return {before: by < 0 ? all[first - 1] : (all[last + 2] ?? null)};
    });
}

// ---- the strip
const acts = {
    'add-under': () => change({op: 'add', under: selectedIds().at(-1) ?? null, count: 1}),
    'add-end': () => change({op: 'add', under: null, count: 1}),
    up: () => moveRows(-1),
    down: () => moveRows(1),
    off: () => change({op: 'switch', ids: selectedIds(), off: true}),
    on: () => change({op: 'switch', ids: selectedIds(), off: false}),
    'accept-selected': () => change({op: 'accept', ids: selectedIds()}),
    accept: () =>
        change({
            op: 'accept',
            ids: grid()
                .getData()
                .filter((row) => row._draft)
                .map((row) => row._id),
        }),
    remove: () => change({op: 'remove', ids: selectedIds()}),
    make: () => {
        location.href = `${root().dataset.press}?rows=${ranges(numbers(selectedIds()))}`;
    },
    fill: fillDown,
    undo: () => change({op: 'undo'}),
    redo: () => change({op: 'redo'}),
};

part('#grid', ({on}) => {
    on(
        document,
        'keydown',
        (event) => {
            if (!gridHasKeys()) return;
            const control = event.ctrlKey || event.metaKey;
            const key = event.key.toLowerCase();
            if (control && key === 'z') {
                event.preventDefault();
                change({op: event.shiftKey ? 'redo' : 'undo'});
                return;
            }
            if (control && key === 'd') {
                event.preventDefault();
                fillDown();
                return;
            }
            if (event.altKey && (event.key === 'ArrowUp' || event.key === 'ArrowDown')) {
                event.preventDefault();
                moveRows(event.key === 'ArrowUp' ? -1 : 1);
                return;
            }
            // Tab leaves the grid, as it leaves any other control; while cells are filled one after the other it goes on to the
            // next.
            if (event.key === 'Tab' && isTabbing()) {
                event.preventDefault();
                event.stopPropagation();
                tab(event.shiftKey);
                return;
            }
            if (event.key === 'Enter' && isTabbing()) {
                event.preventDefault();
                event.stopPropagation();
                enter(event.shiftKey);
                return;
            }
            if (event.key.startsWith('Arrow') || event.key === 'Escape') endTabbing();
            if (event.key === 'Tab') {
                event.stopPropagation();
                root()
                    .querySelectorAll('.tabulator-cell[tabindex="0"]')
                    .forEach((cell) => {
                        cell.tabIndex = -1;
                    });
                return;
            }
            const first = selected()[0]?.[0];
            if (event.key === 'Enter' && !first) event.preventDefault();
            const link =
                event.key === 'Enter' &&
                !first &&
                root().querySelector('.tabulator-range-only-cell-selected .made-file');
            if (link) link.click();
            if (!first) return;
            const nowhere =
                document.activeElement === document.body &&
                {ArrowDown: [1, 0], ArrowUp: [-1, 0], ArrowRight: [0, 1], ArrowLeft: [0, -1]}[event.key];
            if (nowhere) {
                event.preventDefault();
                step(...nowhere);
                return;
            }
            if (control && key === 'a') {
                event.preventDefault();
                selectAll();
                return;
            }
            if (far[event.key]) {
                event.preventDefault();
                event.stopPropagation();
                step(...far[event.key](control));
                return;
            }
            if (event.key === 'Delete' || event.key === 'Backspace') {
                event.preventDefault();
                set(() => '');
            } else if (
                event.key === 'F2' ||
                event.key === 'Enter' ||
                (!control && !event.altKey && event.key.length === 1)
            ) {
                event.preventDefault();
                event.stopPropagation();
                if (column(first.getField()).recipe) {
                    notice(t('grid.computed'), true);
                    return;
                }
                if (event.key.length === 1) beginWith(event.key);
                first.edit(true);
            }
        },
        true,
    );
    on(document, 'click', (event) => {
        const act = event.target.closest('[data-act]');
        if (!act) return;
        acts[act.dataset.act]();
        toGrid();
    });
});
