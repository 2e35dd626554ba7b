<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Compose;

use Morphea\Core\Checks\Severity;
use Morphea\Core\Checks\Warning;
use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\Layer;
use Morphea\Core\Design\Model\Page;
use Morphea\Core\Design\Model\TextLayer;
use Morphea\Core\Message;
use Morphea\Core\Rendering\Layout\LaidOut;
use Morphea\Core\Rendering\Layout\LayerFacts;
use Morphea\Core\Rendering\Layout\PictureFacts;
use Morphea\Core\Rendering\Layout\PictureState;

/** The layers of a page as listed by the stage and the layer list. */
final readonly class Boxes
{
    /** @param array<string, array<string, mixed>> $columns by key */
    public function __construct(private Design $design, private Page $page, private array $columns)
    {
    }

    /**
     * The layers that can be selected on the stage.
     *
     * @param list<Warning> $warnings
     * @param list<Layer>   $selection
     *
     * @return list<array<string, mixed>>
     */
    public function onStage(LaidOut $laid, array $warnings, array $selection): array
    {
        $boxes = [];
        foreach ($this->page->layers as $layer) {
            if ($layer->hidden || ($layer->locked && !\in_array($layer, $selection, true))) {
                continue;
            }
            $keys = $layer->columns();
            $boxes[] = [
                'id' => $layer->id,
                'name' => $layer->name,
                'kind' => $layer->kind()->value,
                'left' => (100 * $layer->frame->x) / $this->design->width,
                'top' => (100 * $layer->frame->y) / $this->design->height,
                'width' => (100 * $layer->frame->width) / $this->design->width,
                'height' => (100 * $layer->frame->height) / $this->design->height,
                'rotation' => $layer->frame->rotation,
                'caps' => $this->caps($layer),
                'stitch' => $this->columns[$keys[0] ?? '']['stitch'] ?? 0,
                'unlinked' => [] !== $this->columns && [] !== array_diff($keys, array_keys($this->columns)),
                'wrong' => self::wrong($warnings, $layer),
                'lacks' => self::lacks($laid->facts[$layer->id] ?? null),
                'selected' => \in_array($layer, $selection, true),
                'locked' => $layer->locked,
                'group' => $layer->group,
                'frame' => get_object_vars($layer->frame),
                'text' => $layer instanceof TextLayer ? self::text($layer) : null,
            ];
        }

        return $boxes;
    }

    /** @return array<string, mixed> what it says, and the style in which it is typed on the stage */
    private static function text(TextLayer $layer): array
    {
        return [
            'parts' => $layer->content->forEditor(),
            'style' => [
                'family' => $layer->style->family,
                'weight' => $layer->style->weight,
                'italic' => $layer->style->italic,
                'size' => $layer->style->size,
                'colour' => $layer->style->colour,
                'align' => $layer->style->align->value,
                'verticalAlign' => $layer->style->verticalAlign->value,
                'lineHeight' => $layer->style->lineHeight,
            ],
        ];
    }

    /** @return list<array<string, mixed>> the topmost first */
    public function stack(): array
    {
        return array_reverse(
            array_map(
                fn (Layer $layer): array => [
                    'id' => $layer->id,
                    'name' => $layer->name,
                    'kind' => $layer->kind()->value,
                    'locked' => $layer->locked,
                    'hidden' => $layer->hidden,
                    'use' => $layer->use->value,
                    'caps' => $this->caps($layer),
                ],
                $this->page->layers,
            ),
        );
    }

    /** @return list<string> letters of its columns; a question mark where the table has none, and a dot before there is a table */
    private function caps(Layer $layer): array
    {
        return array_map(
            fn (string $key): string => (string) ($this->columns[$key]['letter'] ?? ([] === $this->columns ? '·' : '?')),
            $layer->columns(),
        );
    }

    /** @return array{name: string, says: Message}|null what a frame waits for that shows nothing; null where it shows something */
    private static function lacks(?LayerFacts $facts): ?array
    {
        return match (true) {
            !($facts instanceof PictureFacts) || null !== $facts->picture => null,
            PictureState::Missing === $facts->state => ['name' => $facts->wanted, 'says' => new Message('compose.stage.lacks.missing')],
            PictureState::Empty === $facts->state => ['name' => $facts->name, 'says' => new Message('compose.stage.lacks.empty')],
            default => ['name' => $facts->name, 'says' => new Message('compose.stage.lacks.waits')],
        };
    }

    /**
     * Its most serious warning in the row shown, in a few words; null if there is none.
     *
     * @param list<Warning> $warnings the worst first
     */
    private static function wrong(array $warnings, Layer $layer): ?Message
    {
        foreach ($warnings as $warning) {
            if ($warning->layer === $layer->id && $warning->severity->rank() >= Severity::WillLookWrong->rank()) {
                return $warning->kind->brief();
            }
        }

        return null;
    }
}
