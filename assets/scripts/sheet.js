// The table of the Rows screen as all of its parts share it: what is in it, what is selected, and how it is changed. Everything people do is asked of
// the server, which answers with what changed; recipes, marks and history are its work.
import {notice} from './notices.js';

export const root = document.getElementById('grid');
export const {base} = root.dataset;
export const token = JSON.parse(document.body.getAttribute('hx-headers'))['X-CSRF-Token'];
export const kinds = {text: 'text', number: 'number', date: 'date', 'yes-no': 'yes or no', colour: 'colour', address: 'address', picture: 'picture'};
let state = JSON.parse(document.getElementById('first-rows').textContent);
let table = null;
let define = null;
// The grid that shows it, and what makes its columns.
export function hold(made, definitions) { table = made; define = definitions; }
export const sheet = () => table;
export const rows = () => state.rows;
export const count = () => state.count;

export const columns = () => state.columns;
export const column = (key) => state.columns.find((one) => one.key === key);
export const toGrid = () => root.querySelector('.tabulator-tableholder').focus();
const dialogOpen = () => document.querySelector('dialog[open]');

// ---- the server
let last = Promise.resolve();
async function send(address, body) {
    const answer = await fetch(base + address, {method: 'POST', headers: {'Content-Type': 'application/json', 'X-CSRF-Token': token}, body: JSON.stringify(body)});
    const text = await answer.text();
    let json = null;
    try { json = JSON.parse(text); } catch { json = {error: text.length < 300 && !text.includes('<') && text ? text : 'The server could not do this. Nothing was changed; try again.'}; }
    return {ok: answer.ok, json};
}
export const taste = (recipe) => send('/taste', {recipe});
export const ask = (body) => send('/edit', body);
// One change after the other, each made from what the one before it left.
export function change(body) {
    last = last.then(async () => {
        const {ok, json} = await send('/edit', {...body, version: state.version});
        if (!ok) {
            notice(json.error, true);
            if (json.stale) show({...json, all: true}); else await reload();
            return false;
        }
        if (json.message) notice(json.message);
        show(json);
        return true;
    });
    return last;
}
export async function reload() {
    const answer = await fetch(`${base}/data`);
    if (answer.ok) show({...(await answer.json()), all: true});
}
// The order the rows are shown in, where it is not that of the table: {key, dir}.
let order = null;
export const ordered = () => order;
export function showBy(by) { order = by; redraw(state.rows); if (!order) table.clearSort(); }
// Headings anew; what was made wide or narrow by hand stays so.
function redraw(sample) {
    const widths = Object.fromEntries(table.getColumns().map((one) => [one.getField(), one.getWidth()]));
    if (order && !column(order.key)) order = null;
    table.setColumns(define(sample).map((one) => (widths[one.field] ? {...one, width: widths[one.field]} : one)));
    if (order) table.setSort(order.key, order.dir);
}
function show(json) {
    const headings = JSON.stringify(json.columns) !== JSON.stringify(state.columns);
    const {rows, bar, all, ...rest} = json;
    state = {...state, ...rest};
    if (!state.count) { location.reload(); return; }
    if (bar) { document.getElementById('bar').outerHTML = bar; htmx.process(document.getElementById('bar')); }
    if (headings) redraw(rows);
    const told = () => document.dispatchEvent(new CustomEvent('sheet:changed'));
    if (all) table.replaceData(rows).then(told);
    else table.updateData(rows).then(() => { rows.forEach((row) => table.getRow(row._id)?.reformat()); told(); });
    document.getElementById('undo').disabled = !state.canUndo;
    document.getElementById('redo').disabled = !state.canRedo;
}

// ---- what is selected
const range = () => table.getRanges()[0];
export const selected = () => (range()?.getStructuredCells() ?? []).map((line) => line.filter((cell) => cell.getField() && !cell.getField().startsWith('_')));
export const selectedIds = () => [...new Set((range()?.getRows() ?? []).map((row) => row.getData()._id))];
export const selectedColumn = () => selected()[0]?.[0]?.getField() ?? state.columns[0]?.key;
export const gridHasKeys = () => !dialogOpen() && (document.activeElement === document.body || root.contains(document.activeElement)) && !document.activeElement.matches('textarea, input, select');

// From the selected cell to another, so many rows down and columns to the right.
export function step(down, right) {
    const cell = selected()[0]?.[0];
    if (!cell) return;
    const all = table.getRows('active');
    const keys = state.columns.map(({key}) => key);
    const within = (place, list) => list[Math.max(0, Math.min(list.length - 1, place))];
    const row = within(all.findIndex((one) => one.getData()._id === cell.getData()._id) + down, all);
    const key = within(keys.indexOf(cell.getField()) + right, keys);
    range().setBounds(row.getCell(key), row.getCell(key));
    // What is in sight already is not scrolled to, which the grid answers as a refusal.
    table.scrollToRow(row, 'nearest', false).catch(() => {});
    table.scrollToColumn(key, 'middle', false).catch(() => {});
    toGrid();
}

export function selectAll() {
    const all = table.getRows('active');
    const keys = state.columns.map(({key}) => key);
    range().setBounds(all[0].getCell(keys[0]), all.at(-1).getCell(keys.at(-1)));
}

// Every selected cell that is no recipe's gets what `value` says of it.
export function set(value) {
    const cells = {};
    selected().forEach((line, r) => line.forEach((cell, c) => {
        if (column(cell.getField()).recipe) return;
        const now = value(cell, r, c);
        if (now !== cell.getValue()) (cells[cell.getData()._id] ??= {})[cell.getField()] = now;
    }));
    if (Object.keys(cells).length) change({op: 'cells', cells});
}
