<?php

declare(strict_types=1);

namespace Morphea\App\Press;

use Doctrine\ORM\EntityManagerInterface;
use League\Flysystem\FilesystemOperator;
use Morphea\App\Entity\Run;
use Morphea\App\Render\Format;
use Morphea\App\Render\Piece;
use Morphea\App\Render\PieceMaker;
use Morphea\App\Render\RenderError;
use Morphea\App\Storage\FontStore;
use Morphea\App\Storage\PictureStore;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;
use Symfony\Component\Messenger\MessageBusInterface;

/**
 * Makes one stretch of a run. May be cut off anywhere and run again: a file is written under a name of its own before its piece counts as
 * made, and the pages of a stretch count as made only once their PDF is there.
 */
#[AsMessageHandler]
final readonly class MakePiecesHandler
{
    public function __construct(
        private EntityManagerInterface $entities,
        private PieceStore $pieces,
        private PieceMaker $maker,
        private PictureStore $pictures,
        private FontStore $fonts,
        private FilesystemOperator $files,
        private MessageBusInterface $bus,
    ) {
    }

    /** Pieces in one message: few enough that a stop is felt at once. */
    public static function chunk(Format $format): int
    {
        return match ($format) {
            Format::OnePdf => 25,
            Format::Pdfs, Format::Png => 10,
            Format::Svg => 100,
        };
    }

    public function __invoke(MakePieces $message): void
    {
        $this->entities->clear();
        $run = $this->entities->find(Run::class, $message->run);
        if (null === $run || RunState::Waiting !== $run->state()) {
            return;
        }
        $run->format()->isOneFile() ? $this->pages($run, $message) : $this->ownFiles($run, $message);
        if (!$this->pieces->waits($run->id()) && !$this->pieces->stopped($run->id())) {
            $this->bus->dispatch(new FinishRun($run->id()));
        }
    }

    public static function partPath(Run $run, int $from): string
    {
        return \sprintf('%s/parts/%06d.pdf', $run->folder(), $from);
    }

    /** @param string $file a piece's name with the ending of one of its files */
    public static function piecePath(Run $run, string $file): string
    {
        return \sprintf('%s/pieces/%s', $run->folder(), $file);
    }

    private function ownFiles(Run $run, MakePieces $message): void
    {
        $template = $run->template();
        $even = $run->evenSizes();
        $pictures = $this->pictures->embedded($run->project());
        $layouter = $this->fonts->engine($run->project()->owner())->layouter;
        foreach ($this->pieces->waiting($run->id(), $message->from, $message->to) as $waiting) {
            if ($this->pieces->stopped($run->id())) {
                return;
            }
            try {
                $piece = $this->maker->draw($layouter, $template, $waiting->row, $pictures, $run->format(), $even, $run->bleed());
                if (null !== $reason = $piece->blocked()) {
                    $this->pieces->notMade($run->id(), $waiting->position, $reason);
                    continue;
                }
                foreach ($this->maker->files($piece, $template, $run->format(), $run->bleed()) as $ending => $bytes) {
                    $this->files->write(self::piecePath($run, $waiting->name.$ending), $bytes);
                }
                $this->pieces->made($run->id(), [$waiting->position]);
            } catch (RenderError $e) {
                $this->pieces->notMade($run->id(), $waiting->position, $e->getMessage());
            }
        }
    }

    private function pages(Run $run, MakePieces $message): void
    {
        if ([] === $this->pieces->waiting($run->id(), $message->from, $message->to)) {
            return;
        }
        $template = $run->template();
        $even = $run->evenSizes();
        $pictures = $this->pictures->embedded($run->project());
        $layouter = $this->fonts->engine($run->project()->owner())->layouter;
        $pages = [];
        foreach ($this->pieces->between($run->id(), $message->from, $message->to) as $waiting) {
            $piece = $this->maker->draw($layouter, $template, $waiting->row, $pictures, $run->format(), $even, $run->bleed());
            if (null !== $reason = $piece->blocked()) {
                $this->pieces->notMade($run->id(), $waiting->position, $reason);
            } else {
                $pages[$waiting->position] = $piece;
            }
        }
        if ([] !== $pages && !$this->pieces->stopped($run->id())) {
            $this->writePart($run, $message->from, $pages);
        }
    }

    /** @param non-empty-array<int, Piece> $pages by position */
    private function writePart(Run $run, int $from, array $pages): void
    {
        try {
            $pdf = $this->maker->pages(array_values($pages), $run->bleed());
        } catch (RenderError $e) {
            // One bad page spoils all: find it, give it up, and make the others.
            $good = [];
            foreach ($pages as $position => $piece) {
                try {
                    $this->maker->pages([$piece], $run->bleed());
                    $good[$position] = $piece;
                } catch (RenderError $own) {
                    $this->pieces->notMade($run->id(), $position, $own->getMessage());
                }
            }
            if ([] === $good) {
                return;
            }
            if (\count($good) === \count($pages)) {
                throw $e;
            }
            $pages = $good;
            $pdf = $this->maker->pages(array_values($good), $run->bleed());
        }
        $this->files->write(self::partPath($run, $from), $pdf);
        $this->pieces->made($run->id(), array_keys($pages));
    }
}
