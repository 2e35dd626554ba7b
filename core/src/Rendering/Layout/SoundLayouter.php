<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Layout;

use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\Layer;
use Morphea\Core\Table\Data\Record;
use Morphea\Core\Table\Patterns\Pattern;
use Morphea\Core\Table\Patterns\PatternFiller;

/** Decides which sounds a row plays and which of its text is read aloud. */
final readonly class SoundLayouter
{
    /** Letters of words that nobody can speak, as they are told. */
    private const TOLD = 40;

    public function __construct(private SoundSource $sounds)
    {
    }

    /** @param array<string, LayerFacts> $facts of the page, by layer */
    public function layOut(Design $design, ?Record $row, array $facts): HeardSounds
    {
        $missing = $plays = $says = [];
        $track = $this->sound($design->sound->track, $row, $design, '', $missing);
        foreach ($design->scenes as $i => $scene) {
            $sound = $this->sound($scene->plays, $row, $design, $scene->id, $missing);
            $words = trim($scene->reads ? self::shown($design, $i, $facts) : self::filled($scene->says, $row, $design));
            $spoken = '' === $words ? null : $this->sounds->spoken($words, strtr($design->locale, '_', '-'));
            if ('' !== $words && null === $spoken) {
                $missing[$scene->id] ??= mb_strimwidth($words, 0, self::TOLD, '…', 'UTF-8');
            }
            $plays += null === $sound ? [] : [$scene->id => $sound];
            $says += null === $spoken ? [] : [$scene->id => $spoken];
        }

        return new HeardSounds($track, $plays, $says, $missing);
    }

    /** @param array<string, string> $missing */
    private function sound(?Pattern $named, ?Record $row, Design $design, string $of, array &$missing): ?Sound
    {
        $wanted = trim(self::filled($named, $row, $design));
        $sound = '' === $wanted ? null : $this->sounds->sound($wanted);
        if ('' !== $wanted && null === $sound) {
            $missing[$of] = $wanted;
        }

        return $sound;
    }

    private static function filled(?Pattern $pattern, ?Record $row, Design $design): string
    {
        if (null === $pattern || (null === $row && [] !== $pattern->columns())) {
            return '';
        }
        $filled = (new PatternFiller($design->locale))->fill($pattern, $row->cells ?? [], $row->monthFirst ?? []);

        return $filled->empty && [] !== $pattern->columns() ? '' : $filled->text;
    }

    /**
     * The text that appears with a scene, from top to bottom, as sentences.
     *
     * @param array<string, LayerFacts> $facts
     */
    private static function shown(Design $design, int $scene, array $facts): string
    {
        $layers = array_filter($design->page()->layers, static fn (Layer $layer): bool => $design->comesWith($layer, $scene));
        usort($layers, static fn (Layer $one, Layer $other): int => $one->frame->y <=> $other->frame->y);
        $words = [];
        foreach ($layers as $layer) {
            $text = $facts[$layer->id] ?? null;
            if ($text instanceof TextFacts && '' !== trim($text->text)) {
                $words[] = (string) preg_replace('/(?<![.!?…:])$/u', '.', trim((string) preg_replace('/\s+/u', ' ', $text->text)));
            }
        }

        return implode(' ', $words);
    }
}
