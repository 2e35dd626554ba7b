// Time: the side at a moment, played as it is made. The numbers come from the server; nothing is timed here.
import {notice} from './notices.js';
import {ask, edit, isTyping, side, state, url} from './screen.js';

let scene = null;
let key = '';
let frame = null;
let playing = 0;
let again = true;
let heard = null;
const strip = () => document.getElementById('beats');
const range = () => document.getElementById('moment');
const now = () => `${state().row} ${state().revision}`;

async function load() {
    if (key === now() && scene) return scene;
    const wanted = now();
    const asked = await fetch(`${strip().dataset.moments}?row=${state().row}`, {headers: {'X-Requested-With': 'fetch'}})
        .then((answer) => (answer.ok ? answer.json() : null))
        .catch(() => null);
    // Meanwhile the row was flipped, or the design changed.
    if (strip() && wanted !== now()) return load();
    if (!asked) {
        notice('The server does not answer, so nothing can be played. Try it again.', true);
        return null;
    }
    scene = asked;
    key = wanted;
    silence();
    if (scene.heard) sound(scene);
    return scene;
}

// Every part is a picture of its own over the side, seen or not.
function board() {
    let over = side().querySelector('.moment');
    if (over?.dataset.key === key) return over;
    over?.remove();
    over = document.createElement('div');
    over.className = 'art moment';
    over.dataset.key = key;
    const art = side().querySelector('.art');
    over.style.inset = art.style.inset;
    over.style.background = art.querySelector('svg > rect')?.getAttribute('fill') ?? '';
    scene.parts.forEach((part) => {
        const holder = document.createElement('div');
        holder.innerHTML = part.svg;
        if (part.plays?.clip) film(holder, part.plays);
        over.append(holder);
    });
    art.after(over);
    return over;
}
// A clip stands where its picture stood, in the same place and cut the same way; its moments are told to it.
const clips = new Map();
const element = (name) => document.createElementNS('http://www.w3.org/2000/svg', name);
function film(holder, plays) {
    const image = holder.querySelector('image');
    if (!image) return;
    const place = element('foreignObject');
    ['x', 'y', 'width', 'height', 'clip-path', 'transform'].forEach((name) => {
        if (image.hasAttribute(name)) place.setAttribute(name, image.getAttribute(name));
    });
    if (plays.matrix) {
        const filter = element('filter');
        filter.id = `tone-${Math.random().toString(36).slice(2)}`;
        filter.setAttribute('color-interpolation-filters', 'sRGB');
        const matrix = element('feColorMatrix');
        matrix.setAttribute('values', plays.matrix);
        filter.append(matrix);
        holder.firstElementChild.prepend(filter);
        place.setAttribute('filter', `url(#${filter.id})`);
    }
    const video = document.createElement('video');
    video.muted = true;
    video.playsInline = true;
    video.style.cssText = 'width:100%;height:100%;object-fit:fill;display:block';
    place.append(video);
    // Fetched as a whole, so that every moment of it is at hand.
    if (!clips.has(plays.clip)) {
        clips.set(
            plays.clip,
            fetch(plays.clip)
                .then((answer) => (answer.ok ? answer.blob() : Promise.reject(new Error())))
                .then((blob) => URL.createObjectURL(blob)),
        );
    }
    clips.get(plays.clip).then(
        (address) => {
            video.src = address;
            image.replaceWith(place);
        },
        () => clips.delete(plays.clip),
    );
}
function moment(holder, part) {
    const at = Math.min(frame - part.from, Math.max(part.plays.boxes.length, part.plays.moments.length) - 1);
    const box = part.plays.boxes[at];
    const image = holder.querySelector('image, foreignObject');
    if (box && image)
        ['x', 'y', 'width', 'height'].forEach((name, i) => {
            (image.closest('svg svg') ?? image).setAttribute(name, box[i]);
        });
    const video = holder.querySelector('video');
    if (!video?.readyState) return;
    const wanted = part.plays.moments[at];
    const next = part.plays.moments[at + 1] ?? wanted;
    const speed = (next - wanted) * scene.rate;
    // Forwards it plays by itself; everything else is looked up.
    if (playing && speed > 0.2) {
        video.playbackRate = Math.min(4, speed);
        if (video.paused) video.play().catch(() => null);
        if (Math.abs(video.currentTime - wanted) > 0.12) video.currentTime = wanted;
    } else {
        if (!video.paused) video.pause();
        if (!video.seeking && Math.abs(video.currentTime - wanted) > 0.004) video.currentTime = wanted;
    }
}
function silence() {
    heard?.pause();
    if (heard) URL.revokeObjectURL(heard.src);
    heard = null;
}
// Fetched as a whole as well: only so can it be gone to any moment of it.
async function sound(of) {
    const answer = await fetch(of.heard).catch(() => null);
    const bytes = answer?.ok ? await answer.blob() : null;
    if (!bytes) return notice('What is heard could not be fetched; it plays without sound.', true);
    if (scene === of) heard = new Audio(URL.createObjectURL(bytes));
}
// What is heard follows what is seen.
function listen() {
    if (!heard) return;
    const at = frame / scene.rate;
    if (!playing) return heard.pause();
    if (heard.paused) heard.play().catch(() => null);
    if (!heard.seeking && Math.abs(heard.currentTime - at) > 0.2) heard.currentTime = at;
}
function pose(svg, part, numbers) {
    const groups = [...svg.children].filter((child) => child.localName === 'g' && !child.dataset.pose);
    let outer = svg.querySelector(':scope > [data-pose]');
    if (!numbers) {
        if (outer) outer.replaceWith(...outer.firstElementChild.children);
        return;
    }
    if (!outer) {
        outer = element('g');
        outer.dataset.pose = '1';
        const inner = element('svg');
        inner.append(...groups);
        outer.append(inner);
        svg.append(outer);
    }
    const [opacity, right, down, scale, left, top, far, low] = numbers;
    const [l, t, r, b] = part.box;
    const [x, y] = [(l + r) / 2, (t + b) / 2];
    outer.setAttribute('opacity', opacity);
    outer.setAttribute(
        'transform',
        `matrix(${scale} 0 0 ${scale} ${right + x * (1 - scale)} ${down + y * (1 - scale)})`,
    );
    const inner = outer.firstElementChild;
    const whole = left === 0 && top === 0 && far === 1 && low === 1;
    inner.setAttribute('overflow', whole ? 'visible' : 'hidden');
    const window = whole
        ? svg.getAttribute('viewBox').split(' ').map(Number)
        : [l + (r - l) * left, t + (b - t) * top, (r - l) * (far - left), (b - t) * (low - top)];
    ['x', 'y', 'width', 'height'].forEach((name, i) => inner.setAttribute(name, window[i]));
    inner.setAttribute('viewBox', window.join(' '));
    inner.style.display = window[2] > 0 && window[3] > 0 ? '' : 'none';
}
function draw() {
    const over = board();
    scene.parts.forEach((part, i) => {
        const holder = over.children[i];
        const seen = frame >= part.from && frame < part.to;
        holder.hidden = !seen;
        if (seen) pose(holder.firstElementChild, part, part.poses[frame]);
        if (part.plays) seen ? moment(holder, part) : holder.querySelector('video')?.pause();
    });
    listen();
    side().classList.add('in-time');
    document.getElementById('to-design').hidden = false;
    range().value = frame;
    document.getElementById('moment-said').textContent = `${(frame / scene.rate).toFixed(2)} s`;
}
async function show(at) {
    if (!(await load()) || !strip()) return;
    frame = Math.max(0, Math.min(scene.frames - 1, at));
    draw();
}
function design() {
    stop();
    frame = null;
    side()?.querySelector('.moment')?.remove();
    side()?.classList.remove('in-time');
    if (range()) range().value = 0;
    if (!strip()) return;
    document.getElementById('moment-said').textContent = 'design';
    document.getElementById('to-design').hidden = true;
}
function pressed() {
    const button = document.getElementById('play');
    button.setAttribute('aria-pressed', playing ? 'true' : 'false');
    button.querySelector('i').className = playing ? 'bi bi-pause-fill' : 'bi bi-play-fill';
    button.querySelector('span').textContent = playing ? 'Pause' : 'Play';
}
function stop() {
    cancelAnimationFrame(playing);
    playing = 0;
    heard?.pause();
    side()
        ?.querySelectorAll('.moment video')
        .forEach((video) => video.pause());
    if (strip()) pressed();
}
async function play() {
    if (!(await load())?.frames) return;
    // Asked twice before it was there, it plays once.
    cancelAnimationFrame(playing);
    const from = frame === null || frame >= scene.frames - 1 ? 0 : frame;
    const began = performance.now() - (1000 * from) / scene.rate;
    const step = (time) => {
        const at = Math.floor(((time - began) * scene.rate) / 1000);
        if (at >= scene.frames && !again) {
            show(scene.frames - 1);
            stop();
            return;
        }
        frame = Math.max(0, at) % scene.frames;
        draw();
        playing = requestAnimationFrame(step);
    };
    playing = requestAnimationFrame(step);
    pressed();
}
const toggle = () => (playing ? stop() : play());

document.addEventListener('click', (event) => {
    if (event.target.closest('#play')) toggle();
    const beat = event.target.closest('.beat');
    if (beat && !dragged) ask('GET', url(), {beat: beat.dataset.beat, layer: '', revision: ''});
    if (event.target.closest('#to-design')) design();
    const row = event.target.closest('[data-go-row]');
    if (row) ask('GET', url(), {row: row.dataset.goRow, revision: ''});
});
document.addEventListener('change', (event) => {
    if (event.target.id === 'again') again = event.target.checked;
});
document.addEventListener('input', (event) => {
    if (event.target.id !== 'moment') return;
    stop();
    show(Number(event.target.value));
});
// The shortest and the longest of all rows: asked for when nothing changed for a while, told from what was asked before.
let asking = 0;
let told = ['', ''];
function lengths() {
    const place = document.getElementById('lengths');
    clearTimeout(asking);
    if (!place) return;
    const {revision} = state();
    place.innerHTML = told[1];
    if (told[0] === revision) return;
    asking = setTimeout(async () => {
        const answer = await fetch(place.dataset.lengths, {headers: {'X-Requested-With': 'fetch'}}).catch(() => null);
        if (!answer?.ok) return;
        told = [revision, await answer.text()];
        lengths();
    }, 800);
}
lengths();
// What changed, or another row, is shown at the same moment.
document.addEventListener('htmx:afterSettle', () => {
    if (!strip()) {
        if (frame !== null) design();
        return;
    }
    document.getElementById('again').checked = again;
    lengths();
    if (frame === null) return;
    const going = playing;
    cancelAnimationFrame(playing);
    playing = 0;
    show(frame).then(() => (going ? play() : pressed()));
});

// Space plays, unless it moved the side about.
let moved = false;
document.addEventListener('pointerdown', () => {
    moved = true;
});
document.addEventListener(
    'keydown',
    (event) => {
        if (!strip() || isTyping(event) || event.ctrlKey || event.metaKey || event.altKey) return;
        if (event.key === ' ' && !event.repeat) moved = false;
        if (event.key === 'Escape' && frame !== null) design();
        const steps = {ArrowLeft: -1, ArrowRight: 1}[event.key];
        if (steps && beatKeys(event, steps)) return;
        // At a moment, arrows step a frame; on the design they move what is selected.
        if (steps && frame !== null && event.target.id !== 'moment') {
            event.preventDefault();
            event.stopImmediatePropagation();
            stop();
            show(frame + steps * (event.shiftKey ? 10 : 1));
        }
    },
    true,
);

// On a beat: arrows go to the next, with Shift they move it, + and - make it longer, Delete takes it away.
function beatKeys(event, steps) {
    const beat = event.target.closest?.('.beat');
    if (!beat) return false;
    event.preventDefault();
    event.stopImmediatePropagation();
    if (event.shiftKey) edit('/beats', {beat: beat.dataset.beat, do: steps < 0 ? 'left' : 'right'});
    else (steps < 0 ? beat.previousElementSibling : beat.nextElementSibling)?.focus();
    return true;
}
function longer(beat, by) {
    const fixed = beat.dataset.by === 'seconds';
    const field = fixed ? 'seconds' : 'hold';
    const value = Math.max(fixed ? 0.1 : 0, Number(beat.dataset[field]) + by);
    edit('/beats', {beat: beat.dataset.beat, [`set[length.${field}]`]: value.toFixed(2)});
}
document.addEventListener(
    'keydown',
    (event) => {
        const beat = event.target.closest?.('.beat');
        if (!beat || event.ctrlKey || event.metaKey || event.altKey) return;
        const by = {'+': 0.1, '-': -0.1}[event.key];
        if (by) longer(beat, by);
        else if (event.key === 'Delete') edit('/beats', {beat: beat.dataset.beat, do: 'remove'});
        else return;
        event.preventDefault();
        event.stopImmediatePropagation();
    },
    true,
);
document.addEventListener('keyup', (event) => {
    if (event.key !== ' ' || !strip() || isTyping(event) || moved) return;
    if (event.target.closest('button:not(.box), a, summary, input, select')) return;
    toggle();
});

// A beat is made longer by its end.
let dragged = null;
const EDGE = 9;
const SECONDS = 10;
document.addEventListener('pointerdown', (event) => {
    const beat = event.target.closest?.('.beat');
    if (!beat || event.button !== 0) return;
    const box = beat.getBoundingClientRect();
    if (box.right - event.clientX > EDGE) return;
    event.preventDefault();
    dragged = {beat, x: event.clientX, width: box.width, seconds: parseFloat(beat.querySelector('.num').textContent)};
});
document.addEventListener('pointermove', (event) => {
    if (!dragged) return;
    dragged.to = Math.max(
        0.1,
        Math.round(SECONDS * ((dragged.seconds * (dragged.width + event.clientX - dragged.x)) / dragged.width)) /
            SECONDS,
    );
    dragged.beat.querySelector('.num').textContent = `${dragged.to} s`;
});
document.addEventListener('pointerup', () => {
    if (!dragged) return;
    const {beat, to, seconds} = dragged;
    if (to !== undefined && to !== seconds) {
        longer(beat, to - seconds);
    }
    setTimeout(() => {
        dragged = null;
    });
});

// A line is drawn longer by its ends, from beat to beat: its layers come and go with others then.
let line = null;
document.addEventListener('pointerdown', (event) => {
    const stitch = event.target.closest?.('.beat-stitch');
    if (!stitch || event.button !== 0) return;
    event.preventDefault();
    const box = stitch.getBoundingClientRect();
    line = {stitch, start: event.clientX - box.left < box.width / 2, box: stitch.parentElement.getBoundingClientRect()};
});
const beatsAt = () =>
    [...document.querySelectorAll('.beat:not(.closed)')].map((beat) => [beat, beat.getBoundingClientRect()]);
document.addEventListener('pointermove', (event) => {
    if (!line) return;
    const beats = beatsAt();
    const edge = ([, box]) => (line.start ? box.left : box.right);
    const nearest = beats.reduce((best, one) =>
        Math.abs(edge(one) - event.clientX) < Math.abs(edge(best) - event.clientX) ? one : best,
    );
    const from = parseFloat(line.stitch.style.left);
    const to = from + parseFloat(line.stitch.style.width);
    const at = (100 * (edge(nearest) - line.box.left)) / line.box.width;
    if (line.start ? at < to - 0.5 : at > from + 0.5) {
        line.beat = nearest[0];
        line.stitch.style.left = `${line.start ? at : from}%`;
        line.stitch.style.width = `${line.start ? to - at : at - from}%`;
    }
});
document.addEventListener('pointerup', () => {
    if (!line) return;
    const {beat, start, stitch} = line;
    line = null;
    if (!beat) return;
    const beats = [...document.querySelectorAll('.beat')];
    const outer = start ? beat === beats[0] : beat === beats.at(-1);
    edit('/set', {
        layer: stitch.dataset.layers,
        [`set[stay.${start ? 'comes' : 'goes'}]`]: outer && !start ? '' : beat.dataset.beat,
    });
});
