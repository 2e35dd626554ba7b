<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production;

use Morphea\App\Engine\Production\Format\GroupedPdfSettings;
use Morphea\Core\Design\Model\Design;
use Morphea\Core\Message;
use Morphea\Core\Output\FileNames\FileNames;
use Morphea\Core\Rendering\Layout\LaidOut;
use Morphea\Core\Rendering\Timeline\Timing;
use Morphea\Core\Table\Data\Record;

/** An output with its settings. */
final readonly class ChosenFormat
{
    /** Raised whenever the same drawing comes out otherwise than before. */
    private const VERSION = 2;
    public function __construct(public ExportFormat $output, public FormatSettings $settings)
    {
    }

    /** The key of the column whose values group pieces into documents; null if there is none. */
    public function by(): ?string
    {
        return $this->settings instanceof GroupedPdfSettings ? $this->settings->by : null;
    }

    /** Whether pieces are combined in documents. */
    public function isBound(): bool
    {
        return $this->output instanceof DocumentFormat;
    }

    /**
     * What goes into each file of a piece.
     *
     * @param non-empty-list<string> $pages their names, as they stand in files
     *
     * @return list<string> names of its files; of a bound piece there is none to be seen
     */
    public function names(string $piece, array $pages): array
    {
        $suffix = $this->output instanceof MotionFormat ? $this->output->suffix() : null;

        return $this->output->isByPage()
            ? array_map(
                fn (string $page): string => FileNames::file($piece, $page, \count($pages) > 1, $this->output->ending()),
                $this->settings->pages($pages),
            )
            : [FileNames::file($piece, $suffix, null !== $suffix, $this->output->ending())];
    }

    /**
     * A name for each file derived from its content: equal files have equal names on every machine.
     *
     * @return list<string>
     */
    public function keys(LaidOutPiece $piece, string $name): array
    {
        $depends = [self::VERSION, $this->output::id(), ...$this->output->depends($this->settings)];
        $stills = $this->settings->pages($piece->stills($this->settings->moment));
        $pages = $this->output instanceof MotionFormat
            ? [$piece->timeline($this->settings instanceof TimedSettings ? $this->settings->rate() : Timing::USUAL)->fingerprint()]
            : array_map(static fn (LaidOut $page): string => $page->drawing->fingerprint(), $stills);
        $files = $this->output->isByPage() ? array_map(static fn (string $page): array => [$page], $pages) : [[...$pages, $name]];

        return array_map(
            static fn (array $of): string => substr(hash('sha256', json_encode([...$depends, ...$of], \JSON_THROW_ON_ERROR)), 0, 40),
            $files,
        );
    }

    /** @return array<string, string|int|float|bool> */
    public function toArray(): array
    {
        return ['output' => $this->output::id()] + $this->settings->toArray();
    }

    /**
     * The settings for the look of pieces, whatever they are written to.
     *
     * @return list<array<string, string|int|float|bool>>
     */
    public function drawn(): array
    {
        return [array_intersect_key(
            $this->settings->toArray(),
            [FormatSettings::GROUND => 1, FormatSettings::PAGE => 1, FormatSettings::MOMENT => 1],
        )];
    }

    /**
     * @param list<self> $choices
     *
     * @return list<array<string, string|int|float|bool>>
     */
    public static function arrays(array $choices): array
    {
        return array_map(static fn (self $choice): array => $choice->toArray(), $choices);
    }

    /**
     * Why it cannot be made; null if it can.
     *
     * @param list<Record> $rows of all pieces, once they are known
     */
    public function trouble(Design $design, array $rows = []): Message|string|null
    {
        if ($this->output instanceof MotionFormat) {
            $why = $design->moves() ? $this->output->missing() : new Message('press.error.still');
            if (null !== $why) {
                return $why;
            }
        }
        if ($this->settings instanceof SizedSettings) {
            $why = $this->settings->size()->trouble($design, $this->settings->edge->dots($design->bleed, $design->dpi));
        }

        return $why ?? $this->output->trouble($design, $this->settings, [] === $rows ? [new Record(1, [])] : $rows);
    }
}
