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

/** The designs that ship with the application, unpacked in demo/: to start a project from, with or without their rows. */
final readonly class StarterShelf
{
    /** What each is, by kind and id, in the order they are shown. */
    private const STARTERS = [
        'Certificates' => [
            'mending-certificate' => 'Certificate, A4 landscape',
            'guild-membership' => 'Certificate, Letter landscape',
        ],
        'Cards' => [
            'lending-card' => 'Card 63 x 88 mm, front and back',
            'name-badge' => 'Name badge that folds, 90 x 110 mm',
        ],
        'Posts' => [
            'winter-pin' => 'Tall pin, 1000 x 1500',
            'tip-card' => 'Square card, 1080 x 1080',
        ],
        'Labels' => [
            'claim-tag' => 'Numbered tag, 90 x 50 mm',
            'stub-tag' => 'Tags with a stub, ten up',
        ],
        'Shorts' => [
            'mend-or-bin' => 'Quiz as a short, 1080 x 1920',
            'tip-in-two' => 'Tip as a short, 1080 x 1920',
            'motto' => 'Motto as a short, 1080 x 1920',
            'before-after' => 'Before and after, 1080 x 1920',
            'bench-countdown' => 'Countdown, 1080 x 1080',
        ],
        'Print' => [
            'thank-you' => 'Postcard A6, front and back',
            'open-bench' => 'Postcard 6 x 9 in, front and back',
            'guild-tote' => 'Print design, 4500 x 5400',
        ],
    ];

    public function __construct(
        private string $projectDir,
        private DesignCodec $codec,
        private PictureReader $pictures,
        private TableFileReader $tables,
        private CacheInterface $cache,
    ) {
    }

    /** @return array<string, string> what each is by id, in the order they are shown */
    public function all(): array
    {
        return array_merge(...array_values(self::STARTERS));
    }

    /** @return array<string, array<string, string>> the same by kind */
    public function byKind(): array
    {
        return self::STARTERS;
    }

    public function load(string $id): ?MorpheaFile
    {
        if (!isset($this->all()[$id])) {
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

    /** Making a photograph ready takes a tenth of a second; those that ship are the same every time. */
    private function picture(string $bytes, string $name): PictureFile
    {
        return $this->cache->get(
            'starter-picture-2-' . hash('sha256', $name . $bytes),
            fn (): PictureFile => $this->pictures->read($bytes, $name),
        );
    }
}
