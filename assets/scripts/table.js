// The grid of the Rows screen: its columns, its keys and the strip over it.
import {notice} from './notices.js';
import {
    hasLinks,
    change,
    changeCells,
    column,
    columns,
    count,
    drawNow,
    endTabbing,
    enter,
    gridHasKeys,
    hold,
    isTabbing,
    kinds,
    order,
    place,
    reload,
    root,
    rows,
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
import {beginWith, editor, element, heading, made, number, handed, shown} from './grid-look.js';
import './grid-clipboard.js';
import './grid-column.js';
import './grid-find.js';
import './grid-drag.js';

const sorter = (a, b, one, other) => place(one.getData()._id) - place(other.getData()._id);
// As wide as what stands in it, within reason. Cells are in letters of one width, so counting does, and nothing needs
// to be laid out for it.
const ROW = 34;
const [LETTER, NARROWEST, WIDEST, PADDING, PICTURE] = [8.2, 110, 320, 24, 38];
const letters = (text) => [...text].reduce((sum, c) => sum + (c > '\u2E80' ? 2 : 1), 0);
function width(one, sample) {
    const longest = sample
        .slice(0, 200)
        .reduce(
            (most, row) =>
                Math.max(
                    most,
                    String(row[one.key] ?? '').length > most ? letters(String(row[one.key]).split('\n', 1)[0]) : 0,
                ),
            0,
        );
    const cells = longest * LETTER + PADDING + (one.kind === 'picture' || one.kind === 'colour' ? PICTURE : 0);
    return Math.round(Math.max(NARROWEST, one.heading.length * 8 + 84, Math.min(WIDEST, cells)));
}
// Files and pages are not typed: they stand behind the columns, once there are any.
const behind = (title, words, field, formatter) => ({
    title,
    field,
    titleFormatter: () =>
        element('div', 'heading', element('span', 'h', element('b', '', title)), element('small', '', words)),
    headerSort: false,
    width: 220,
    minWidth: 60,
    formatter,
    cssClass: 'made',
});
const definitions = (sample) => [
    ...columns().map((one) => ({
        width: width(one, sample),
        title: one.heading,
        field: one.key,
        titleFormatter: heading,
        titleFormatterParams: {key: one.key},
        headerSort: false,
        sorter,
        minWidth: 60,
        formatter: shown,
        formatterParams: {key: one.key},
        hozAlign: kinds[one.kind].numeric ? 'right' : 'left',
        editor: one.recipe ? false : editor,
        cssClass: one.recipe ? 'made' : '',
    })),
    ...(hasLinks('file') ? [behind('File', 'the newest made', '_file', made)] : []),
    ...(hasLinks('page') ? [behind('Page', 'to hand out', '_page', handed)] : []),
];

function status() {
    const all = grid().getData();
    const bad = all.reduce((sum, row) => sum + (row._bad?.length ?? 0), 0);
    const off = all.filter((row) => row._off).length;
    const drafts = all.filter((row) => row._draft).length;
    const blank = all.filter((row) => row._blank).length;
    const say = (count, one, many) => (count ? `, ${count.toLocaleString('en')} ${count === 1 ? one : many}` : '');
    document.getElementById('grid-status').textContent =
        `${all.length.toLocaleString('en')} ${all.length === 1 ? 'row' : 'rows'}` +
        say(off, 'switched off', 'switched off') +
        say(drafts, 'draft', 'drafts') +
        say(blank, 'empty, not made', 'empty, not made') +
        say(bad, 'cell does not fit', 'cells do not fit');
    document.getElementById('accept-drafts').hidden = !drafts;
}

function begin() {
    const table = new window.Tabulator(root, {
        data: rows(),
        index: '_id',
        columns: definitions(rows()),
        height: '100%',
        rowHeight: ROW,
        renderVerticalBuffer: 10 * ROW,
        layout: 'fitData',
        placeholder: 'No row is like this.',
        rowHeader: {
            field: '_no',
            headerSort: false,
            resizable: false,
            frozen: true,
            width: 94,
            formatter: number,
            cssClass: 'row-header',
            title: 'Row',
            titleFormatter: () => element('span', 'visually-hidden', 'Row'),
        },
        selectableRange: 1,
        selectableRangeColumns: true,
        selectableRangeRows: true,
        selectableRangeClearCells: false,
        editTriggerEvent: 'dblclick',
        clipboard: false,
        rowFormatter: (row) => {
            row.getElement().dataset.id = row.getData()._id;
            row.getElement().classList.toggle('row-off', Boolean(row.getData()._off));
            row.getElement().classList.toggle('row-draft', Boolean(row.getData()._draft));
            row.getElement()
                .querySelectorAll('[tabindex="0"]')
                .forEach((cell) => {
                    cell.tabIndex = -1;
                });
        },
        columnDefaults: {resizable: 'header'},
    });
    hold(table, definitions);
    table.on('cellEdited', (cell) => {
        const at = (value) => ({[cell.getData()._id]: {[cell.getField()]: String(value ?? '')}});
        if (cell.getValue() !== cell.getOldValue()) changeCells(at(cell.getValue()), {seen: at(cell.getOldValue())});
    });
    ['cellEdited', 'cellEditCancelled'].forEach((event) => table.on(event, () => setTimeout(drawNow)));
    // What is selected, for those who hear the screen.
    let saying = 0;
    table.on('rangeChanged', () => {
        clearTimeout(saying);
        saying = setTimeout(() => {
            const cells = selected();
            const cell = cells[0]?.[0];
            const many = cells.flat().length;
            if (cell)
                document.getElementById('grid-here').textContent = [
                    `${column(cell.getField()).heading}, row ${cell.getData()._no}: ${cell.getValue() || 'empty'}`,
                    ...((cell.getData()._bad ?? []).includes(cell.getField()) ? ['does not fit'] : []),
                    ...(many > 1 ? [`and ${many - 1} more cells`] : []),
                ].join(', ');
        }, 200);
    });
    table.on('tableBuilt', async () => {
        root.setAttribute('aria-label', 'The table');
        root.querySelector(':scope > .tabulator-tableholder').setAttribute('role', 'rowgroup');
        root.querySelector('.tabulator-table').setAttribute('role', 'presentation');
        // The first rows are seen before all the others are asked for.
        await new Promise((seen) => {
            requestAnimationFrame(() => setTimeout(seen));
        });
        if (rows().length < count()) await reload();
        status();
        root.dataset.ready = '1';
    });
}

// ---- keys
const page = () => Math.max(1, Math.floor(root.querySelector('.tabulator-tableholder').clientHeight / ROW) - 1);
// How many rows and columns a key goes from the selected cell.
const far = {
    PageDown: () => [page(), 0],
    PageUp: () => [-page(), 0],
    Home: (control) => [control ? -Infinity : 0, -Infinity],
    End: (control) => [control ? Infinity : 0, Infinity],
};
document.addEventListener(
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
            root.querySelectorAll('.tabulator-cell[tabindex="0"]').forEach((cell) => {
                cell.tabIndex = -1;
            });
            return;
        }
        const first = selected()[0]?.[0];
        if (event.key === 'Enter' && !first) event.preventDefault();
        const link =
            event.key === 'Enter' && !first && root.querySelector('.tabulator-range-only-cell-selected .made-file');
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
                notice('This column is made by a recipe; its cells follow from others.', true);
                return;
            }
            if (event.key.length === 1) beginWith(event.key);
            first.edit(true);
        }
    },
    true,
);

function fillDown() {
    const top = selected()[0]?.map((cell) => cell.getValue());
    if (!top || selected().length < 2)
        notice('Select the cell and those under it first; then its words go into all of them.');
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
        notice('The rows are shown in another order than they have. Show them as in the table first.');
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
        location.href = `${root.dataset.press}?rows=${ranges(numbers(selectedIds()))}`;
    },
    fill: fillDown,
    undo: () => change({op: 'undo'}),
    redo: () => change({op: 'redo'}),
};
document.addEventListener('click', (event) => {
    const act = event.target.closest('[data-act]');
    if (!act) return;
    acts[act.dataset.act]();
    toGrid();
});
document.addEventListener('grid:changed', status);
window.Tabulator ? begin() : document.addEventListener('DOMContentLoaded', begin);
