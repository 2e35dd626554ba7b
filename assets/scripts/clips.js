// Clips on the stage: fetched once, as long as few enough others came since.
// A clip stands where its picture stood, in the same place and cut the same way; its moments are told to it.
import {http} from './http.js';

const clips = new Map();
// As many as a few rows need; each may take some megabytes.
const MOST = 8;
export const element = (name) => document.createElementNS('http://www.w3.org/2000/svg', name);
export function film(holder, plays) {
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
        if (clips.size >= MOST) {
            const [oldest, address] = clips.entries().next().value;
            clips.delete(oldest);
            address.then(URL.revokeObjectURL, () => {});
        }
        clips.set(
            plays.clip,
            http(plays.clip).then((answer) =>
                answer.ok ? URL.createObjectURL(answer.blob()) : Promise.reject(new Error()),
            ),
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
