<?php

declare(strict_types=1);

namespace Morphea\App\Runs\Runs;

use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Engine\Production\Format\Pdfs;
use Morphea\App\Engine\Production\FormatSettings;
use Morphea\App\Engine\Production\LaidOutPiece;
use Morphea\App\Engine\Render\Edge;
use Morphea\App\Engine\Render\Look;
use Morphea\App\Engine\Render\PictureFormat;
use Morphea\App\Engine\Render\PictureKind;
use Morphea\App\Engine\Render\Renderer;
use Morphea\App\Project\Projects\Project;
use Symfony\Contracts\Cache\CacheInterface;
use Symfony\Contracts\Cache\ItemInterface;

/** Finished pieces, for showing or sending them: their pictures and files. */
final readonly class MadePieces
{
    /** Pixels of the longer side of a picture on a page. */
    private const EDGE = 1_600;
    private const PAPER = '#FFFFFF';
    /** Seconds that a picture is kept at hand. */
    private const HOLDS = 86_400;

    public function __construct(
        private MadeRows $rows,
        private EntityManagerInterface $entities,
        private PieceStore $pieces,
        private FileStore $files,
        private RunProduction $makings,
        private Renderer $renderer,
        private Pdfs $pdfs,
        private CacheInterface $cache,
    ) {
    }

    /**
     * What was made of a row.
     *
     * @param Run|null $of by which run; null for the one that made it last
     *
     * @return MadePiece|null null where nothing of it is kept any more
     */
    public function find(Project $project, int $row, ?Run $of = null): ?MadePiece
    {
        $found = $this->rows->newest($project, $row, $of);
        $run = null === $found ? null : $this->entities->find(Run::class, $found[0]);
        if (null === $found || null === $run) {
            return null;
        }
        foreach ($this->pieces->between($run, $found[1], $found[1]) as $piece) {
            return new MadePiece($run, $piece);
        }

        return null;
    }

    /** @return list<array{number: int, name: string}> its own files; a PDF is made of it where it has none */
    public function files(MadePiece $made): array
    {
        $own = $this->files->ofPieces($made->run, $made->piece->position, $made->piece->position)[$made->piece->position] ?? [];

        return [] === $own ? [['number' => 0, 'name' => "{$made->piece->name}.pdf"]] : $own;
    }

    /** @return array{name: string, path: string, bytes: int}|null null where it has none of its own */
    public function file(MadePiece $made, int $number): ?array
    {
        return $this->files->one($made->run, $made->piece->position, $number);
    }

    /** The bytes of a PDF of this piece alone. */
    public function pdf(MadePiece $made): string
    {
        return $this->pdfs->files($this->drawn($made), (new FormatSettings())->edged(Edge::Cut))[0];
    }

    /** The number of its pages. */
    public function pages(MadePiece $made): int
    {
        return \count($made->run->design()->pages);
    }

    /** The bytes of a PNG of a page; null if there is no such page. */
    public function picture(MadePiece $made, int $page): ?string
    {
        $drawn = $this->drawn($made);
        $drawing = ($drawn->stills()[$page] ?? null)?->drawing;
        if (null === $drawing) {
            return null;
        }
        $look = new Look(self::EDGE / max($drawing->width, $drawing->height), Edge::Cut, $drawing->background ?? self::PAPER);

        $draw = function (ItemInterface $item) use ($drawing, $drawn, $look): string {
            $item->expiresAfter(self::HOLDS);

            return $this->renderer->page($drawing, $drawn->pictures, $look, [new PictureFormat(PictureKind::Png)])[0];
        };

        return $this->cache->get('made-' . $drawing->fingerprint(), $draw);
    }

    private function drawn(MadePiece $made): LaidOutPiece
    {
        return $this->makings->get($made->run)->again($made->piece);
    }
}
