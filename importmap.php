<?php

// Our scripts by name; each page names those it starts with.
$names = [
    'screen',
    'projects',
    'swatches',
    'notices',
    'saves',
    'http',
    'dialogs',
    'words',
    'compose',
    'stage',
    'beats',
    'beats-strip',
    'clips',
    'zoom',
    'marks',
    'clipboard',
    'inplace',
    'pictures',
    'rows',
    'rows-pictures',
    'table',
    'recipes',
    'press',
    'sheets',
    'deliver',
    'mail',
    'calendar',
    'previews',
    'proof',
    'light',
    'before',
    'stations',
    'cells',
];

return array_combine(
    $names,
    array_map(static fn (string $name): array => ['path' => "./assets/scripts/$name.js", 'entrypoint' => true], $names),
);
