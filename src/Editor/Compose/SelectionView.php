<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Compose;

use Morphea\App\Project\Assets\FaceNames;
use Morphea\Core\Checks\TextBackground;
use Morphea\Core\Checks\Warning;
use Morphea\Core\Checks\WarningKind;
use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\Layer;
use Morphea\Core\Design\Model\TextLayer;
use Morphea\Core\Message;
use Morphea\Core\Rendering\Layout\LaidOut;
use Morphea\Core\Rendering\Layout\LayerFacts;
use Morphea\Core\Rendering\Text\FontBook;

/** What the rule line shows: for one selected layer, several, or none. */
final readonly class SelectionView
{
    /**
     * @param list<string>               $selection ids of all that is selected
     * @param string                     $kind      of the rule line: a layer's kind, `several`, or empty
     * @param list<Warning>              $warnings  of the selected layer; without one, of the page
     * @param list<array<string, mixed>> $parts     of its words, for an editor
     * @param float|null                 $contrast  how well it stands out, where nothing is wrong with that
     * @param array<string, Message|string> $faces     of its family, by what a style names
     */
    private function __construct(
        public ?Layer $selected,
        public array $selection,
        public bool $grouped,
        public string $kind,
        public array $warnings,
        public ?LayerFacts $facts,
        public array $parts,
        public ?float $contrast,
        public ?Controls $controls,
        public array $faces,
    ) {
    }

    /**
     * @param list<Layer>   $layers   that are selected
     * @param list<Warning> $warnings of the page
     */
    public static function of(Design $design, array $layers, LaidOut $laid, array $warnings, FontBook $fonts): self
    {
        $layer = 1 === \count($layers) ? $layers[0] : null;

        return new self(
            $layer,
            array_map(static fn (Layer $one): string => $one->id, $layers),
            [] !== $layers && [] === array_filter($layers, static fn (Layer $one): bool => null === $one->group),
            \count($layers) > 1 ? 'several' : $layer?->kind()->value ?? '',
            array_values(array_filter($warnings, static fn (Warning $warning): bool => $warning->layer === ($layer->id ?? ''))),
            $laid->facts[$layer?->id] ?? null,
            $layer?->content()?->forEditor() ?? [],
            self::contrast($design, $layer, $warnings),
            null === $layer ? null : new Controls($design, $layer),
            $layer instanceof TextLayer ? FaceNames::of($fonts, $layer->style->family) : [],
        );
    }

    /** @param list<Warning> $warnings */
    private static function contrast(Design $design, ?Layer $layer, array $warnings): ?float
    {
        $faint = array_filter(
            $warnings,
            static fn (Warning $one): bool => WarningKind::Contrast === $one->kind && $one->layer === $layer?->id,
        );

        return $layer instanceof TextLayer && [] === $faint ? TextBackground::contrast($design, $layer) : null;
    }
}
