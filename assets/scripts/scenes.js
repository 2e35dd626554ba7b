// Time: the page at a moment, played as it is made. The numbers come from the server; nothing is timed here.
import {http} from './http.js';
import {isDrawn} from './scenes-strip.js';
import {element, film} from './clips.js';
import {notice} from './notices.js';
import {ask, isTyping, selection, page, state, url} from './screen.js';
import {part} from './parts.js';
import {t} from './sentences.js';

const strip = () => document.getElementById('scenes');
const range = () => document.getElementById('moment');
const now = () => `${state().row} ${state().revision}`;
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

part('#work', ({on}) => {
    let timeline = null;
    let key = '';
    let frame = null;
    let playing = 0;
    let again = true;
    let heard = null;
    // All layers at once, whatever their time, because somebody wants to see them so.
    let isWhole = false;

    // Whoever asks for the same while it is on its way waits for that: a second timeline would silence what the first plays.
    let coming = {wanted: '', timeline: null};
    function load() {
        if (key === now() && timeline) return Promise.resolve(timeline);
        if (coming.wanted !== now()) {
            const mine = {wanted: now()};
            coming = mine;
            mine.timeline = fetched(mine.wanted).finally(() => {
                if (coming === mine) coming = {wanted: '', timeline: null};
            });
        }
        return coming.timeline;
    }
    async function fetched(wanted) {
        const answer = await http(`${strip().dataset.moments}?row=${state().row}`);
        const asked = answer.ok ? answer.json() : null;
        // Meanwhile the row was flipped, or the design changed.
        if (strip() && wanted !== now()) return load();
        if (!asked) {
            notice(t('server.not_played'), true);
            return null;
        }
        timeline = asked;
        key = wanted;
        silence();
        if (timeline.heard) sound(timeline);
        return timeline;
    }

    // Every part is a picture of its own over the page, seen or not.
    function board() {
        let over = page().querySelector('.moment');
        if (over?.dataset.key === key) return over;
        over?.remove();
        over = document.createElement('div');
        over.className = 'art moment';
        over.dataset.key = key;
        const art = page().querySelector('.art');
        over.style.inset = art.style.inset;
        over.style.background = art.querySelector('svg > rect')?.getAttribute('fill') ?? '';
        timeline.parts.forEach((part) => {
            const holder = document.createElement('div');
            holder.innerHTML = part.svg;
            if (part.plays?.clip) film(holder, part.plays);
            over.append(holder);
        });
        art.after(over);
        return over;
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
        const speed = (next - wanted) * timeline.rate;
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
        const answer = await http(of.heard);
        const bytes = answer.ok ? answer.blob() : null;
        if (!bytes) return notice(t('server.no_sound'), true);
        if (timeline === of) heard = new Audio(URL.createObjectURL(bytes));
    }
    // What is heard follows what is seen.
    function listen() {
        if (!heard) return;
        const at = frame / timeline.rate;
        if (!playing) return heard.pause();
        if (heard.paused) heard.play().catch(() => null);
        if (!heard.seeking && Math.abs(heard.currentTime - at) > 0.2) heard.currentTime = at;
    }
    function draw() {
        const over = board();
        timeline.parts.forEach((part, i) => {
            const holder = over.children[i];
            const seen = frame >= part.from && frame < part.to;
            holder.hidden = !seen;
            if (seen) pose(holder.firstElementChild, part, part.poses[frame]);
            if (part.plays) seen ? moment(holder, part) : holder.querySelector('video')?.pause();
        });
        listen();
        page().classList.add('in-time');
        document.getElementById('to-design').hidden = false;
        range().value = frame;
        document.getElementById('moment-said').textContent = t('timeline.seconds', {seconds: frame / timeline.rate});
    }
    // The moment is known at once, so that whoever steps on does so from there, though it is drawn only when it is loaded.
    async function show(at) {
        isWhole = false;
        frame = Math.max(0, at);
        if (!(await load()) || !strip() || frame === null) return;
        frame = Math.min(timeline.frames - 1, frame);
        draw();
    }
    function design() {
        stop();
        frame = null;
        page()?.querySelector('.moment')?.remove();
        page()?.classList.remove('in-time');
        if (range()) range().value = 0;
        if (!strip()) return;
        document.getElementById('moment-said').textContent = t('timeline.design');
        document.getElementById('to-design').hidden = true;
    }
    function pressed() {
        const button = document.getElementById('play');
        button.setAttribute('aria-pressed', playing ? 'true' : 'false');
        button.querySelector('i').className = playing ? 'bi bi-pause-fill' : 'bi bi-play-fill';
        button.querySelector('span').textContent = t(playing ? 'timeline.pause' : 'timeline.play');
    }
    function stop() {
        cancelAnimationFrame(playing);
        playing = 0;
        heard?.pause();
        page()
            ?.querySelectorAll('.moment video')
            .forEach((video) => video.pause());
        if (strip()) pressed();
    }
    async function play() {
        if (!(await load())?.frames) return;
        // Asked twice before it was there, it plays once.
        cancelAnimationFrame(playing);
        const from = frame === null || frame >= timeline.frames - 1 ? 0 : frame;
        const began = performance.now() - (1000 * from) / timeline.rate;
        const step = (time) => {
            const at = Math.floor(((time - began) * timeline.rate) / 1000);
            if (at >= timeline.frames && !again) {
                show(timeline.frames - 1);
                stop();
                return;
            }
            frame = Math.max(0, at) % timeline.frames;
            draw();
            playing = requestAnimationFrame(step);
        };
        playing = requestAnimationFrame(step);
        pressed();
    }
    const toggle = () => (playing ? stop() : play());

    on(document, 'click', (event) => {
        if (event.target.closest('#play')) toggle();
        const scene = event.target.closest('.scene');
        if (scene && !isDrawn()) ask('GET', url(), {scene: scene.dataset.scene, layer: '', revision: ''});
        if (event.target.closest('#to-design')) {
            isWhole = true;
            design();
        }
        const row = event.target.closest('[data-go-row]');
        if (row) ask('GET', url(), {row: row.dataset.goRow, revision: ''});
    });
    on(document, 'change', (event) => {
        if (event.target.id === 'again') again = event.target.checked;
    });
    on(document, 'input', (event) => {
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
            const answer = await http(place.dataset.lengths);
            if (!answer.ok) return;
            told = [revision, answer.text()];
            lengths();
        }, 800);
    }
    lengths();
    // A short opens on the moment at which all is there, and not with its scenes on top of each other.
    async function poster() {
        const there = await load();
        if (there && frame === null && !isWhole) show(there.poster);
    }
    // Whoever takes a layer up sees it: at the same moment, or in the middle of its own time.
    function momentOf(layer) {
        const part = timeline?.parts.find(({layers}) => layers.includes(layer));
        return !part || (frame >= part.from && frame < part.to) ? frame : Math.floor((part.from + part.to) / 2);
    }
    if (strip()) poster();
    // What changed, or another row, is shown at the same moment.
    on(document, 'htmx:afterSettle', ({target}) => {
        if (target.id !== 'work') return;
        if (!strip()) {
            if (frame !== null) design();
            return;
        }
        document.getElementById('again').checked = again;
        lengths();
        if (frame === null) {
            // The page that has a time is shown anew, as after the back.
            if (!isWhole) poster();
            return;
        }
        const going = playing;
        cancelAnimationFrame(playing);
        playing = 0;
        const [layer] = selection();
        show(frame)
            .then(() => (layer && !going ? show(momentOf(layer)) : null))
            .then(() => (going ? play() : pressed()));
    });

    // Space plays, unless it moved the page about.
    let moved = false;
    on(document, 'pointerdown', () => {
        moved = true;
    });
    on(
        document,
        'keydown',
        (event) => {
            if (!strip() || isTyping(event) || event.ctrlKey || event.metaKey || event.altKey) return;
            if (event.key === ' ' && !event.repeat) moved = false;
            if (event.key === 'Escape' && playing) stop();
            const steps = {ArrowLeft: -1, ArrowRight: 1}[event.key];
            // Arrows move what is selected; with nothing selected they step a frame.
            if (steps && frame !== null && event.target.id !== 'moment' && (playing || !selection().length)) {
                event.preventDefault();
                event.stopImmediatePropagation();
                stop();
                show(frame + steps * (event.shiftKey ? 10 : 1));
            }
        },
        true,
    );

    on(document, 'keyup', (event) => {
        if (event.key !== ' ' || !strip() || isTyping(event) || moved) return;
        if (event.target.closest('button:not(.box), a, summary, input, select')) return;
        toggle();
    });
});
