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

/** An output, one class for each: its name, its files, and how they are written. */
#[AutoconfigureTag]
interface ExportFormat
{
    /** Its name in orders and on the command line; it must never change. */
    public static function id(): string;

    /** Its name in the sentence of an order: “Make all rows as …”. */
    public function label(): Message;

    /** Whether it is the default output for such a design; exactly one output is, for each design. */
    public function isUsual(Design $design): bool;

    /** The route of the page where it is planned; null if that is Press itself. */
    public function page(): ?string;

    /**
     * Why it cannot be made, as far as the output itself knows.
     *
     * @param list<Record> $rows of all pieces; one empty row before there are any
     */
    public function trouble(Design $design, FormatSettings $settings, array $rows): Message|string|null;

    /** Without its dot. */
    public function ending(): string;

    /** @return list<FormatOption> what can be said of it */
    public function options(): array;

    /**
     * Its settings, in a class of its own if it has more than every format.
     *
     * @throws FormatSettingsException
     */
    public function settings(SettingsInput $said = new SettingsInput([])): FormatSettings;

    /** The size of a piece's output, in words. */
    public function size(Design $design, FormatSettings $settings): string;

    /** Whether each page is a file of its own; otherwise a file holds all pages. */
    public function isByPage(): bool;

    /**
     * What a file depends on besides its drawings, as text: files for which all of this is equal are equal.
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
