<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production;

use Morphea\App\Engine\Render\PictureSet;
use Morphea\Core\Checks\Warning;
use Morphea\Core\Design\Model\Design;
use Morphea\Core\Message;
use Morphea\Core\Rendering\Layout\LaidOut;
use Morphea\Core\Rendering\Layout\TextFacts;
use Morphea\Core\Rendering\Timeline\Poster;
use Morphea\Core\Rendering\Timeline\Timeline;
use Morphea\Core\Rendering\Timeline\Timing;
use Morphea\Core\Table\Data\Record;

/** A piece laid out, page by page, with its warnings. */
final readonly class LaidOutPiece
{
    /**
     * @param string                  $name     as its files are called
     * @param non-empty-list<LaidOut> $pages
     * @param list<Warning>           $warnings
     */
    public function __construct(
        public Record $row,
        public string $name,
        public Design $design,
        public PictureSet $pictures,
        public array $pages,
        public array $warnings,
    ) {
    }

    /** Why it must not be made; null if it may. */
    public function blocked(): ?Message
    {
        $blocking = array_filter($this->warnings, static fn (Warning $warning): bool => $warning->blocks());

        return array_reduce(
            $blocking,
            static fn (?Message $said, Warning $next): Message => null === $said
                ? $next->sentence
                : new Message('press.reason.several', ['first' => $said, 'next' => $next->sentence]),
        );
    }

    /**
     * Its pages as stills.
     *
     * @param float|null $seconds at another moment than the usual
     *
     * @return non-empty-list<LaidOut>
     */
    public function stills(?float $seconds = null): array
    {
        if (!$this->design->moves()) {
            return $this->pages;
        }
        $stills = [];
        foreach ($this->pages as $i => $page) {
            $stills[] = new LaidOut(Poster::of($this->design, $page, $i, $seconds), $page->facts, $page->heard);
        }

        return $stills;
    }

    /**
     * Its first page over time.
     *
     * @param int $rate frames a second
     */
    public function timeline(int $rate): Timeline
    {
        return Timeline::of($this->design, $this->pages[0], Timing::of($this->design, $this->pages[0], $rate));
    }

    /** @return list<TextFacts> of all pages */
    public function texts(): array
    {
        return array_merge(...array_map(static fn (LaidOut $page): array => $page->texts(), $this->pages));
    }

    /** The language of its text (BCP 47). */
    public function language(): string
    {
        return strtr($this->design->locale, '_', '-');
    }
}
