<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production;

use Morphea\App\Engine\Render\CancelledException;
use Morphea\App\Engine\Render\RenderException;
use Morphea\App\Platform\Files\NoSpaceException;
use Morphea\Core\Design\Model\Design;
use Morphea\Core\Message;
use Morphea\Core\Table\Data\Record;
use Symfony\Component\DependencyInjection\Attribute\AutoconfigureTag;

/** What pieces are made as, one class for each: its name, its files, how they are written. */
#[AutoconfigureTag]
interface ExportFormat
{
    /** As orders and the command line name it; stays for good. */
    public static function id(): string;

    /** In the sentence of an order: “Make all rows as …”. */
    public function label(): Message;

    /** Whether people want this of such a design, unless they say otherwise; of one output for each design. */
    public function isUsual(Design $design): bool;

    /** The route of the page on which it is planned; null where that is the sentence of Press. */
    public function page(): ?string;

    /**
     * Why it cannot be made so, as far as only it knows.
     *
     * @param list<Record> $rows of all pieces; one empty row before there are any
     */
    public function trouble(Design $design, FormatSettings $settings, array $rows): Message|string|null;

    /** Without its dot. */
    public function ending(): string;

    /** @return list<FormatOption> what can be said of it */
    public function options(): array;

    /**
     * What was said of it, in a class of its own where it takes more than every format does.
     *
     * @throws FormatSettingsException
     */
    public function settings(SettingsInput $said = new SettingsInput([])): FormatSettings;

    /** In words: how large a piece comes out. */
    public function size(Design $design, FormatSettings $settings): string;

    /** Each page is a file of its own; otherwise a file holds all of them. */
    public function isByPage(): bool;

    /**
     * What a file depends on besides the drawings in it, in words of its own: files that have all of it alike are the same.
     *
     * @return list<string|int|float|bool|null>
     */
    public function depends(FormatSettings $settings): array;

    /**
     * @param (\Closure(): bool)|null $stopped asked while it goes on
     *
     * @return list<string> bytes of each file: one a page, or one; none of what is only bound into documents
     *
     * @throws RenderException|NoSpaceException|CancelledException
     */
    public function files(LaidOutPiece $piece, FormatSettings $settings, ?\Closure $stopped = null): array;
}
