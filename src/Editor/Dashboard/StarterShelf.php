<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Dashboard;

use Morphea\App\Engine\Import\MorpheaFile;
use Morphea\App\Engine\Import\PictureFile;
use Morphea\App\Engine\Import\PictureReader;
use Morphea\App\Engine\Import\PictureShelf;
use Morphea\App\Engine\Import\TableFileReader;
use Morphea\App\Platform\Files\UploadException;
use Morphea\Core\Design\Model\DesignCodec;
use Morphea\Core\Table\Data\Table;
use Symfony\Contracts\Cache\CacheInterface;

/** The starters that ship with the application, unpacked in demo/: to start a project from, with or without their rows. */
final readonly class StarterShelf
{
    /** By kind, in the order they are shown; `projects.kinds` and `projects.starter` have their names. */
    private const STARTERS = [
        'certificates' => ['mending-certificate', 'guild-membership'],
        'cards' => ['lending-card', 'name-badge'],
        'posts' => ['winter-pin', 'tip-card'],
        'labels' => ['claim-tag', 'stub-tag'],
        'shorts' => ['mend-or-bin', 'tip-in-two', 'motto', 'before-after', 'bench-countdown'],
        'print' => ['thank-you', 'open-bench', 'guild-tote'],
    ];

    public function __construct(
        private string $projectDir,
        private DesignCodec $codec,
        private PictureReader $pictures,
        private TableFileReader $tables,
        private CacheInterface $cache,
    ) {
    }

    /** @return list<string> ids, in the order they are shown */
    public function all(): array
    {
        return array_merge(...array_values(self::STARTERS));
    }

    /** @return array<string, list<string>> the same by kind */
    public function byKind(): array
    {
        return self::STARTERS;
    }

    public function load(string $id): ?MorpheaFile
    {
        if (!\in_array($id, $this->all(), true)) {
            return null;
        }
        $folder = "$this->projectDir/demo/$id";
        $design = $this->codec->decode((string) file_get_contents("$folder/template.json"));
        $facts = is_file("$folder/pictures.json")
            ? json_decode((string) file_get_contents("$folder/pictures.json"), true, 8, \JSON_THROW_ON_ERROR)
            : [];
        $pictures = [];
        foreach (glob("$folder/pictures/*") ?: [] as $path) {
            $name = basename($path);
            try {
                $picture = $this->picture((string) file_get_contents($path), $name)->called($name);
            } catch (UploadException) {
                // Clips and sounds cannot be looked at without the program that plays them; all else can be used.
                continue;
            }
            $focus = \is_array($facts) ? $facts[$name]['focus'] ?? null : null;
            $pictures[$name] = \is_array($focus) ? $picture->focusedOn((float) $focus[0], (float) $focus[1]) : $picture;
        }

        return new MorpheaFile(
            $design,
            PictureShelf::of($pictures),
            Table::of($this->tables->file("$folder/rows.csv", 'rows.csv')),
        );
    }

    /** Preparing a photo takes a tenth of a second; those that ship are always the same. */
    private function picture(string $bytes, string $name): PictureFile
    {
        return $this->cache->get(
            'starter-picture-2-' . hash('sha256', $name . $bytes),
            fn (): PictureFile => $this->pictures->read($bytes, $name),
        );
    }
}
