<?php

declare(strict_types=1);

namespace Morphea\App\Making;

use Morphea\App\Render\Halted;
use Morphea\App\Render\RenderError;
use Morphea\App\Storage\NoRoom;
use Morphea\Core\Drawing\PictureContents;
use Morphea\Core\Template\Template;
use Symfony\Component\DependencyInjection\Attribute\AutoconfigureTag;

/** What pieces are made as, one class for each: its name, its files, how they are written. */
#[AutoconfigureTag]
interface Output
{
    /** As orders and the command line name it; stays for good. */
    public static function id(): string;

    /** In the sentence of an order: “Make all rows as …”. */
    public function label(): string;

    /** Whether people want this of such a template, unless they say otherwise; of one output for each template. */
    public function isUsual(Template $template): bool;

    /** Without its dot. */
    public function ending(): string;

    /** Pieces that one message asks for: few enough that a stop is felt at once. */
    public function stretch(): int;

    /**
     * What is added to a piece's name for each file it makes: nothing but the ending where it makes one.
     *
     * @return non-empty-list<string>
     */
    public function endings(Template $template): array;

    /** @param float $bleed dots at every edge of a piece, whose size it says in words */
    public function size(Template $template, float $bleed): string;

    /**
     * Every side of a piece, as `files` takes it.
     *
     * @return non-empty-list<Page>
     */
    public function pages(Drawn $piece, PictureContents $pictures, bool $bleed): array;

    /**
     * @param non-empty-list<Page>    $pages   of one piece; of several, where all of a run come into one file
     * @param (\Closure(): bool)|null $stopped asked while it goes on
     *
     * @return non-empty-list<string> bytes of each file, in the order of the endings
     *
     * @throws RenderError|NoRoom|Halted
     */
    public function files(array $pages, ?\Closure $stopped = null): array;
}
