import assert from 'node:assert/strict';
import {readdirSync, readFileSync} from 'node:fs';
import {test} from 'node:test';

// Browsers find out at load; this finds out before.
const folder = new URL('../../assets/scripts/', import.meta.url);
const sources = Object.fromEntries(
    readdirSync(folder).map((file) => [file, readFileSync(new URL(file, folder), 'utf8')]),
);

test('what a module imports from another is exported there', () => {
    const missing = [];
    for (const [file, source] of Object.entries(sources)) {
        for (const [, names, from] of source.matchAll(/import \{([^}]*)\} from '\.\/([\w-]+\.js)'/g)) {
            for (const name of names.split(',').map((one) => one.trim().split(' as ')[0])) {
                const isThere = new RegExp(
                    `export (?:async )?(?:function\\*?|const|let|class) ${name}\\b|export (?:const )?\\{[^}]*\\b${name}\\b`,
                ).test(sources[from] ?? '');
                if (name && !isThere) missing.push(`${file}: ${name} of ${from}`);
            }
        }
    }
    assert.deepEqual(missing, []);
});
