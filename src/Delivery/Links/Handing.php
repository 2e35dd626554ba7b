<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Links;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Engine\Production\Drawn;
use Morphea\App\Engine\Production\Output\Pdfs;
use Morphea\App\Engine\Production\Settings;
use Morphea\App\Engine\Render\Edge;
use Morphea\App\Engine\Render\Look;
use Morphea\App\Engine\Render\PictureFormat;
use Morphea\App\Engine\Render\PictureKind;
use Morphea\App\Engine\Render\Renderer;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Runs\Runs\FileStore;
use Morphea\App\Runs\Runs\PieceStore;
use Morphea\App\Runs\Runs\Run;
use Morphea\App\Runs\Runs\RunMakings;
use Morphea\App\Runs\Runs\RunPurpose;
use Symfony\Contracts\Cache\CacheInterface;
use Symfony\Contracts\Cache\ItemInterface;

/** From a link to the piece that it is for, as it was made: its picture, and its files. */
final readonly class Handing
{
    /** Pixels of the longer side of a picture on a page. */
    private const EDGE = 1_600;
    private const PAPER = '#FFFFFF';
    /** Seconds that a picture is kept at hand. */
    private const HOLDS = 86_400;

    public function __construct(
        private Connection $connection,
        private EntityManagerInterface $entities,
        private PieceStore $pieces,
        private FileStore $files,
        private RunMakings $makings,
        private Renderer $renderer,
        private Pdfs $pdfs,
        private CacheInterface $cache,
    ) {
    }

    /** @return Handed|null null where nothing of it is kept any more */
    public function of(PieceLink $link): ?Handed
    {
        return $link->isNewest()
            ? $this->newest($link->project(), $link->rowId())
            : (null === $link->run() ? null : $this->made($link->project(), $link->rowId(), $link->run()));
    }

    /** What was made last of a row. */
    public function newest(Project $project, int $row): ?Handed
    {
        return $this->made($project, $row, null);
    }

    private function made(Project $project, int $row, ?Run $of): ?Handed
    {
        $found = $this->connection->fetchAssociative(
            "SELECT piece.run_id, piece.position FROM piece JOIN run ON run.id = piece.run_id
             WHERE run.project_id = ? AND piece.row_id = ? AND piece.state = 'made' AND " . RunPurpose::OF_PIECES .
                (null === $of ? '' : ' AND run.id = ?') .
                ' ORDER BY run.number DESC LIMIT 1',
            [$project->id(), $row, ...null === $of ? [] : [$of->id()]],
        );
        $run = false === $found ? null : $this->entities->find(Run::class, $found['run_id']);
        if (false === $found || null === $run) {
            return null;
        }
        foreach ($this->pieces->between($run, (int) $found['position'], (int) $found['position']) as $piece) {
            return new Handed($run, $piece);
        }

        return null;
    }

    /** @return list<array{number: int, name: string}> its own files; a PDF is made of it where it has none */
    public function files(Handed $handed): array
    {
        $own = $this->files->ofPieces($handed->run, $handed->piece->position, $handed->piece->position)[$handed->piece->position] ?? [];

        return [] === $own ? [['number' => 0, 'name' => "{$handed->piece->name}.pdf"]] : $own;
    }

    /** @return array{name: string, path: string, bytes: int}|null null where it has none of its own */
    public function file(Handed $handed, int $number): ?array
    {
        return $this->files->one($handed->run, $handed->piece->position, $number);
    }

    /** Bytes of a PDF of it alone. */
    public function pdf(Handed $handed): string
    {
        return $this->pdfs->files($this->drawn($handed), new Settings(edge: Edge::Cut))[0];
    }

    /** How many sides it has. */
    public function sides(Handed $handed): int
    {
        return \count($handed->run->template()->sides);
    }

    /** Bytes of a PNG of a side; null where it has no such side. */
    public function picture(Handed $handed, int $side): ?string
    {
        $drawn = $this->drawn($handed);
        $drawing = ($drawn->stills()[$side] ?? null)?->drawing;
        if (null === $drawing) {
            return null;
        }
        $look = new Look(self::EDGE / max($drawing->width, $drawing->height), Edge::Cut, $drawing->background ?? self::PAPER);

        $draw = function (ItemInterface $item) use ($drawing, $drawn, $look): string {
            $item->expiresAfter(self::HOLDS);

            return $this->renderer->side($drawing, $drawn->pictures, $look, [new PictureFormat(PictureKind::Png)])[0];
        };

        return $this->cache->get('handed-' . $drawing->fingerprint(), $draw);
    }

    private function drawn(Handed $handed): Drawn
    {
        return $this->makings->of($handed->run)->again($handed->piece);
    }
}
