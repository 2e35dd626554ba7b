// The table of the Rows screen as all of its parts share it: what is in it, what is selected, and how it is changed.
// Everything people do is asked of the server, which answers with what changed; recipes, marks and history are its
// work.
import {notice} from './notices.js';
import {http} from './http.js';
import {id} from './ids.js';
import {part} from './parts.js';
import {kept, saves} from './saves.js';
import {t} from './sentences.js';

const state = {
    // What the server says of the table: {rows, columns, count, links, canUndo, canRedo}.
    table: null,
    // What it knows of each kind of column: its label, what is said of a cell that does not fit, and more.
    kinds: {},
    // The ids of all rows in the order of the table.
    sequence: [],
    // The grid that shows it, and what makes its columns.
    grid: null,
    define: null,
    // The order the rows are shown in, where it is not that of the table: {key, dir}. The server says it, which knows
    // what numbers and dates are; rows it has not heard of come last.
    sorting: null,
    places: new Map(),
    // Whoever went on to something else, by Tab or by the mouse, has left the grid: letters are not for its cells any
    // more, wherever the focus is then.
    hasLeft: false,
    // Cells filled one after the other by Tab: the column in which that began, where Enter goes back to.
    begun: null,
};
// How high a row is, in pixels.
export const ROW = 34;
export const root = () => document.getElementById('grid');
export const base = () => root().dataset.base;
export const kinds = () => state.kinds;
export function hold(made, definitions) {
    state.grid = made;
    state.define = definitions;
}
export const grid = () => state.grid;
export const rows = () => state.table.rows;
export const order = () => state.sequence;
export const count = () => state.table.count;

export const hasLinks = (kind) => Boolean(state.table.links?.[kind]);
export const columns = () => state.table.columns;
export const column = (key) => state.table.columns.find((one) => one.key === key);
export const toGrid = () => root().querySelector('.tabulator-tableholder').focus();
const dialogOpen = () => document.querySelector('dialog[open]');

// ---- the server
async function post(address, body) {
    const answer = await http(base() + address, {method: 'POST', json: body});
    const json = answer.json();
    // What is ours says what the table is now; without that nothing was saved.
    const status = answer.ok && !json ? 0 : answer.status;
    return {status, ok: status !== 0 && answer.ok, json: json ?? {error: t(WHY[status] ?? 'failed')}};
}
const WHY = {0: 'no_answer', 413: 'too_large'};
export const ask = (body) => post('/edit', body);
export const taste = (recipe) => post('/taste', {recipe});

// One change after the other, each made from what the one before it left. A version is that of the first time it is
// sent: a change that arrived although its answer was lost is known again by its token. What depends on where rows or
// columns stand (`place`) is worked out at that time too, from the answers to the changes before it.
const queue = saves(async (step) => {
    if (step.place && !step.placed) {
        const placed = step.place();
        if (!placed) return {ok: true, json: null};
        Object.assign(step.body, placed);
        step.placed = true;
    }
    step.body.version ??= state.table.version;
    const answer = await post('/edit', step.body);
    const why = kept(answer.status);
    return why ? {kept: why} : answer;
}, words);
// `place` gives what is still missing of the change, or null where nothing is to be done after all.
export const change = (body, place = null) =>
    queue.keep({body: {...body, token: id()}, place}, async ({ok, json}) => {
        if (!ok) {
            notice(json.error, true);
            if (json.stale) show({...json, all: true});
            else await reload();
            return false;
        }
        if (!json) return true;
        if (json.message) notice(json.message);
        show(json);
        if (json.refused?.length) refused(json);
        return true;
    });
// A column goes before another; at null behind all of them.
export const moveColumn = (key, before) =>
    change({op: 'column-move', key}, () => {
        const keys = state.table.columns.map((one) => one.key);
        const [at, next] = [keys.indexOf(key), before === null ? keys.length : keys.indexOf(before)];
        const to = next > at ? next - 1 : next;
        return at < 0 || next < 0 || to === at ? null : {to};
    });
// Cells get other words: they show them at once, and go in where they still stand as they were seen.
export function changeCells(cells, more = {}) {
    const seen = {};
    for (const [id, values] of Object.entries(cells))
        for (const key of Object.keys(values))
            (seen[id] ??= {})[key] =
                more.seen?.[id]?.[key] ?? String(state.grid.getRow(Number(id))?.getData()[key] ?? '');
    state.grid.updateData(Object.entries(cells).map(([id, values]) => ({_id: Number(id), ...values})));
    return change({...more, op: 'cells', cells, seen});
}
// Somebody else changed these cells meanwhile: what stands there now is shown, and one's own can still be put in.
function refused({refused: list, refusedCount: count}) {
    const told = notice(
        `${list
            .slice(0, 3)
            .map(({says}) => says)
            .join(' ')}${count > 3 ? ` ${t('grid.refused_more', {count: count - 3})}` : ''}`,
        true,
    );
    const mine = list.filter(({now}) => now !== null);
    if (!mine.length || count > list.length) return;
    const put = document.createElement('button');
    put.type = 'button';
    put.className = 'btn btn-plain';
    put.textContent = t('grid.use_mine');
    put.addEventListener('click', () => {
        const pick = (what) =>
            mine.reduce((all, one) => {
                (all[one.id] ??= {})[one.key] = one[what];
                return all;
            }, {});
        changeCells(pick('yours'), {seen: pick('now')});
        told.remove();
    });
    told.lastChild.before(put);
}
const OPS = ['add', 'remove', 'move', 'switch', 'accept', 'undo', 'redo', 'replace'];
function words({body}) {
    const numberOf = (id) => (id === null ? t('grid.new_row') : (state.grid.getRow(Number(id))?.getData()._no ?? '?'));
    const line = (id, values) =>
        Object.entries(values).map(
            ([key, value]) => `${t('grid.op_row', {row: numberOf(id)})}\t${column(key)?.heading ?? key}\t${value}`,
        );
    return body.op === 'cells'
        ? [
              ...Object.entries(body.cells).flatMap(([id, values]) => line(id, values)),
              ...(body.new ?? []).flatMap((values) => line(null, values)),
          ].join('\n')
        : t(`grid.ops.${OPS.includes(body.op) ? body.op : 'column'}`);
}
export async function reload() {
    const told = (await http(`${base()}/data`)).json();
    if (told?.rows) show({...told, all: true});
}
// What waits to be saved is seen over what the server has.
function withUnsaved(list) {
    const byId = new Map(list.map((row) => [row._id, row]));
    for (const {body} of queue.waiting())
        if (body.op === 'cells')
            for (const [id, values] of Object.entries(body.cells)) Object.assign(byId.get(Number(id)) ?? {}, values);
    return list;
}
export const sorted = () => state.sorting;
export const place = (id) => state.places.get(id) ?? state.places.size;
async function arrange() {
    const ids = (await http(`${base()}/order?column=${encodeURIComponent(state.sorting.key)}`)).json();
    if (Array.isArray(ids)) state.places = new Map(ids.map((id, i) => [id, i]));
    else state.sorting = null;
}
export async function showBy(by) {
    state.sorting = by;
    if (state.sorting) await arrange();
    redraw(state.table.rows);
    if (!state.sorting) state.grid.clearSort();
}
// Headings anew; what was made wide or narrow by hand stays so.
function redraw(sample) {
    const widths = Object.fromEntries(state.grid.getColumns().map((one) => [one.getField(), one.getWidth()]));
    if (state.sorting && !column(state.sorting.key)) state.sorting = null;
    state.grid.setColumns(
        state.define(sample).map((one) => (widths[one.field] ? {...one, width: widths[one.field]} : one)),
    );
    if (state.sorting) state.grid.setSort(state.sorting.key, state.sorting.dir);
}
function show(json) {
    const headings =
        JSON.stringify(json.links) !== JSON.stringify(state.table.links) ||
        JSON.stringify(json.columns) !== JSON.stringify(state.table.columns);
    const {bar, all, refused: none, refusedCount: nothing, ...rest} = json;
    const {rows} = json;
    state.table = {...state.table, ...rest};
    if (all) state.sequence = rows.map(({_id}) => _id);
    if (!state.table.count) {
        location.reload();
        return;
    }
    if (bar) {
        document.getElementById('bar').outerHTML = bar;
        htmx.process(document.getElementById('bar'));
    }
    document.getElementById('undo').disabled = !state.table.canUndo;
    document.getElementById('redo').disabled = !state.table.canRedo;
    const draw = () => {
        const again = selection();
        if (headings) redraw(rows);
        const done = () => {
            again();
            document.dispatchEvent(new CustomEvent('grid:changed'));
        };
        if (all)
            Promise.resolve(state.sorting && arrange())
                .then(() => state.grid.replaceData(withUnsaved(rows)))
                .then(done);
        else if (!rows.length) done();
        else
            state.grid.updateData(withUnsaved(rows)).then(() => {
                rows.forEach((row) => state.grid.getRow(row._id)?.reformat());
                done();
            });
    };
    drawing.push(draw);
    drawNow();
}
// Nothing is drawn anew under the hands of who is typing in a cell; it follows as soon as they are done with it.
const drawing = [];
export function drawNow() {
    if (root().querySelector('.tabulator-editing')) return;
    drawing.splice(0).forEach((draw) => draw());
}
// What is selected stays so, whatever is drawn anew.
function selection() {
    const cells = selected();
    const [from, to] = [cells[0]?.[0], cells.at(-1)?.at(-1)].map(
        (cell) => cell && [cell.getData()._id, cell.getField()],
    );
    return () => {
        const [a, b] = [from, to].map((at) => at && column(at[1]) && state.grid.getRow(at[0])?.getCell(at[1]));
        if (a && b) range().setBounds(a, b);
    };
}

// ---- what is selected
const range = () => state.grid.getRanges()[0];
export const selected = () =>
    (range()?.getStructuredCells() ?? []).map((line) =>
        line.filter((cell) => cell.getField() && !cell.getField().startsWith('_')),
    );
export const selectedIds = () => [...new Set((range()?.getRows() ?? []).map((row) => row.getData()._id))];
export const selectedColumn = () => selected()[0]?.[0]?.getField() ?? state.table.columns[0]?.key;
export const gridHasKeys = () =>
    !dialogOpen() &&
    ((document.activeElement === document.body && !state.hasLeft) || root().contains(document.activeElement)) &&
    !document.activeElement.matches('textarea, input, select');

export const isTabbing = () => state.begun !== null;
export const endTabbing = () => {
    state.begun = null;
};
export function tab(back) {
    const keys = state.table.columns.map(({key}) => key);
    const at = keys.indexOf(selected()[0]?.[0]?.getField());
    state.begun ??= keys[at];
    if (!back && at === keys.length - 1) step(1, -Infinity);
    else if (back && at === 0) step(-1, Infinity);
    else step(0, back ? -1 : 1);
}
export function enter(back) {
    const keys = state.table.columns.map(({key}) => key);
    const at = keys.indexOf(selected()[0]?.[0]?.getField());
    step(back ? -1 : 1, state.begun === null || back ? 0 : keys.indexOf(state.begun) - at);
    state.begun = null;
}
// From the selected cell to another, so many rows down and columns to the right.
export function step(down, right) {
    const cell = selected()[0]?.[0];
    if (!cell) return;
    const all = state.grid.getRows('active');
    const keys = state.table.columns.map(({key}) => key);
    const within = (place, list) => list[Math.max(0, Math.min(list.length - 1, place))];
    const row = within(all.findIndex((one) => one.getData()._id === cell.getData()._id) + down, all);
    const key = within(keys.indexOf(cell.getField()) + right, keys);
    range().setBounds(row.getCell(key), row.getCell(key));
    // What is in sight already is not scrolled to, which the grid answers as a refusal.
    state.grid.scrollToRow(row, 'nearest', false).catch(() => {});
    state.grid.scrollToColumn(key, 'middle', false).catch(() => {});
    toGrid();
}

export function selectAll() {
    const all = state.grid.getRows('active');
    const keys = state.table.columns.map(({key}) => key);
    range().setBounds(all[0].getCell(keys[0]), all.at(-1).getCell(keys.at(-1)));
}

// Every selected cell that is no recipe's gets what `value` says of it.
export function set(value) {
    const cells = {};
    selected().forEach((line, r) =>
        line.forEach((cell, c) => {
            if (column(cell.getField()).recipe) return;
            const now = value(cell, r, c);
            if (now !== cell.getValue()) (cells[cell.getData()._id] ??= {})[cell.getField()] = now;
        }),
    );
    if (Object.keys(cells).length) changeCells(cells);
}

part('#grid', ({element, on}) => {
    state.table = JSON.parse(document.getElementById('first-rows').textContent);
    state.kinds = JSON.parse(element.dataset.kinds);
    state.sequence = state.table.rows.map(({_id}) => _id);
    for (const type of ['focusin', 'pointerdown'])
        on(document, type, ({target}) => {
            state.hasLeft = !element.contains(target);
        });
    on(element, 'pointerdown', endTabbing);
    on(element, 'focusout', ({relatedTarget}) => {
        if (relatedTarget && !element.contains(relatedTarget)) endTabbing();
    });
});
