<?php

declare(strict_types=1);

namespace Morphea\App\Compose;

use Morphea\Core\Layout\CodeFacts;
use Morphea\Core\Layout\LaidOut;
use Morphea\Core\Layout\PictureFacts;
use Morphea\Core\Layout\PictureState;
use Morphea\Core\Template\CodeLayer;
use Morphea\Core\Template\Layer;
use Morphea\Core\Template\PictureLayer;
use Morphea\Core\Template\ShapeLayer;
use Morphea\Core\Template\Side;
use Morphea\Core\Template\Template;
use Morphea\Core\Template\TextLayer;

/** The layers of a side as the stage and the stack list them. */
final readonly class Boxes
{
    /** @param array<string, array<string, mixed>> $columns by key */
    public function __construct(private Template $template, private Side $side, private array $columns)
    {
    }

    public static function kind(?Layer $layer): string
    {
        return match (true) {
            $layer instanceof TextLayer => 'text',
            $layer instanceof PictureLayer => 'picture',
            $layer instanceof CodeLayer => 'code',
            $layer instanceof ShapeLayer => 'shape',
            default => '',
        };
    }

    /**
     * What can be taken hold of on the stage.
     *
     * @param list<Layer> $selection
     *
     * @return list<array<string, mixed>>
     */
    public function onStage(LaidOut $laid, array $selection): array
    {
        $boxes = [];
        foreach ($this->side->layers as $layer) {
            if ($layer->hidden || ($layer->locked && !\in_array($layer, $selection, true))) {
                continue;
            }
            $keys = $layer->columns();
            $boxes[] = [
                'id' => $layer->id,
                'name' => $layer->name,
                'kind' => self::kind($layer),
                'left' => (100 * $layer->frame->x) / $this->template->width,
                'top' => (100 * $layer->frame->y) / $this->template->height,
                'width' => (100 * $layer->frame->width) / $this->template->width,
                'height' => (100 * $layer->frame->height) / $this->template->height,
                'rotation' => $layer->frame->rotation,
                'caps' => $this->caps($layer),
                'stitch' => $this->columns[$keys[0] ?? '']['stitch'] ?? 0,
                'unlinked' => [] !== $this->columns && [] !== array_diff($keys, array_keys($this->columns)),
                'wrong' => self::wrong($laid, $layer),
                'selected' => \in_array($layer, $selection, true),
                'locked' => $layer->locked,
                'group' => $layer->group,
                'frame' => get_object_vars($layer->frame),
            ];
        }

        return $boxes;
    }

    /** @return list<array<string, mixed>> the topmost first */
    public function stack(): array
    {
        return array_reverse(
            array_map(
                fn (Layer $layer): array => [
                    'id' => $layer->id,
                    'name' => $layer->name,
                    'kind' => self::kind($layer),
                    'locked' => $layer->locked,
                    'hidden' => $layer->hidden,
                    'use' => $layer->use->value,
                    'caps' => $this->caps($layer),
                ],
                $this->side->layers,
            ),
        );
    }

    /** @return list<string> letters of its columns; a question mark where the table has none */
    private function caps(Layer $layer): array
    {
        return array_map(
            fn (string $key): string => isset($this->columns[$key]) ? (string) $this->columns[$key]['letter'] : '?',
            $layer->columns(),
        );
    }

    /** What is wrong with it in the row shown, in a few words; empty when nothing is. */
    private static function wrong(LaidOut $laid, Layer $layer): string
    {
        $facts = $laid->facts($layer->id) ?? ($laid->pictureFacts($layer->id) ?? $laid->codeFacts($layer->id));

        return match (true) {
            $facts instanceof PictureFacts => PictureState::Missing === $facts->state ? 'picture missing' : '',
            $facts instanceof CodeFacts => null !== $facts->problem ? 'no code' : '',
            default => $facts?->overset ? 'does not fit' : '',
        };
    }
}
