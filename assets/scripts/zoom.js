// How large the page is shown: 100 % is its size on paper or in pixels. Kept for this tab.
import {box, isTyping, selection, page, work} from './screen.js';
import {part} from './parts.js';
import {t} from './sentences.js';

const STEPS = [10, 15, 25, 33, 50, 67, 75, 100, 125, 150, 200, 300, 400, 600, 800];
const KEY = () => `morphea-zoom ${work().dataset.base}`;
const board = () => document.getElementById('board');
const real = () => (Number(work().dataset.width) / Number(work().dataset.dpi)) * 96;
const percent = () => (page().getBoundingClientRect().width / real()) * 100;

function show() {
    const words = `${Math.round(percent())} %`;
    document.getElementById('zoom').textContent = words;
    document.getElementById('zoom').setAttribute('aria-label', t('zoom.is', {zoom: words}));
}
function set(value) {
    if (value === 'fit') sessionStorage.removeItem(KEY());
    else sessionStorage.setItem(KEY(), String(Math.min(800, Math.max(10, value))));
    apply();
    document.dispatchEvent(new Event('zoomed'));
}
function apply() {
    const kept = sessionStorage.getItem(KEY());
    const root = document.documentElement.style;
    if (kept) root.setProperty('--zoomed', `${(real() * Number(kept)) / 100}px`);
    else root.removeProperty('--zoomed');
    board().style.placeItems = kept ? 'safe center' : '';
    show();
}
const step = (up) =>
    set(up ? (STEPS.find((s) => s > percent() + 1) ?? 800) : (STEPS.findLast((s) => s < percent() - 1) ?? 10));
function toSelection() {
    const targets = selection().map(box).filter(Boolean);
    if (!targets.length) return;
    const now = targets.map((t) => t.getBoundingClientRect());
    const width = Math.max(...now.map((r) => r.right)) - Math.min(...now.map((r) => r.left));
    const height = Math.max(...now.map((r) => r.bottom)) - Math.min(...now.map((r) => r.top));
    set(percent() * Math.min(board().clientWidth / (width * 1.2 + 1), board().clientHeight / (height * 1.6 + 1)));
    targets[0].scrollIntoView({block: 'center', inline: 'center'});
}
const actions = {in: () => step(true), out: () => step(false), fit: () => set('fit'), selection: toSelection};

part('#work', ({on}) => {
    on(document, 'click', (event) => {
        const button = event.target.closest('[data-zoom]');
        if (button) actions[button.dataset.zoom]();
    });
    on(document, 'keydown', (event) => {
        if (event.defaultPrevented || isTyping(event) || event.ctrlKey || event.metaKey || event.altKey) return;
        const action = {'+': 'in', '-': 'out', 0: 'fit', 9: 'selection'}[event.key];
        if (action) {
            event.preventDefault();
            actions[action]();
        }
        if (event.key === ' ' && (event.target.closest('.box') || !event.target.closest('button, a, summary'))) {
            event.preventDefault();
            board().classList.add('grab');
        }
    });
    on(document, 'keyup', (event) => {
        if (event.key === ' ') board()?.classList.remove('grab');
    });
    on(
        document,
        'wheel',
        (event) => {
            if (!(event.ctrlKey || event.metaKey) || !event.target.closest('#board')) return;
            event.preventDefault();
            set(percent() * (event.deltaY < 0 ? 1.1 : 1 / 1.1));
        },
        {passive: false},
    );

    // Pan with the space bar held down.
    let pan = null;
    on(
        document,
        'pointerdown',
        (event) => {
            if (board()?.classList.contains('grab') && event.target.closest('#board')) {
                event.preventDefault();
                pan = {x: event.clientX, y: event.clientY, left: board().scrollLeft, top: board().scrollTop};
            }
        },
        true,
    );
    on(document, 'pointermove', (event) => {
        if (pan) board().scrollTo(pan.left - event.clientX + pan.x, pan.top - event.clientY + pan.y);
    });
    on(document, 'pointerup', () => {
        pan = null;
    });

    on(document, 'htmx:afterSettle', apply);
    on(window, 'resize', show);
    apply();
});
