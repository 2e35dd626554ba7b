// The focus of the picture that is open on the page of the rows' pictures.
import './focus.js';
import {part} from './parts.js';

part('body', ({on}) => {
    on(document, 'focus:set', async ({detail}) => {
        await htmx.ajax('POST', detail.address, {
            source: document.body,
            target: '#picture',
            swap: 'outerHTML',
            values: {x: detail.x, y: detail.y},
        });
        document.getElementById('focus').focus();
    });
});
