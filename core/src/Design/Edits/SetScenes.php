<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Edits;

use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\DesignCodec;
use Morphea\Core\Design\Model\Layer;
use Morphea\Core\Design\Model\LayerCodec;
use Morphea\Core\Design\Model\Scene;
use Morphea\Core\Message;

/**
 * Replaces the scenes of a design. Layers that appeared with a removed scene appear with the next one, layers that
 * disappeared with it disappear with the one before; without scenes, all layers are always visible.
 */
final readonly class SetScenes implements Edit
{
    /** @param list<Scene> $scenes */
    public function __construct(private array $scenes, private Message $says)
    {
    }

    public function apply(Design $design): Design
    {
        $made = new Design(...['scenes' => $this->scenes] + get_object_vars($design));
        $codec = new DesignCodec();
        $data = $codec->toArray($made);
        foreach ($made->pages as $s => $page) {
            foreach ($page->layers as $i => $layer) {
                $data['sides'][$s]['layers'][$i] = (new LayerCodec())->toArray($layer);
                $data['sides'][$s]['layers'][$i]['stay'] = $this->stay($design, $made, $layer);
            }
        }

        return $codec->fromArray($data);
    }

    public function says(Design $before): Message
    {
        return $this->says;
    }

    /** @return array<string, mixed>|null */
    private function stay(Design $before, Design $after, Layer $layer): ?array
    {
        $stay = $layer->stay;
        if (null === $stay || !$after->moves()) {
            return null;
        }
        $ids = array_map(static fn (Scene $scene): string => $scene->id, $before->scenes);
        $here = static fn (array $ids): ?string => array_values(
            array_filter($ids, static fn (string $id): bool => null !== $after->scene($id)),
        )[0] ?? null;
        $comes = null === $stay->comes ? null : $here(\array_slice($ids, (int) $before->scene($stay->comes)));
        $goes = null === $stay->goes ? null : $here(array_reverse(\array_slice($ids, 0, (int) $before->scene($stay->goes) + 1)));
        if (($after->scene($comes) ?? 0) > ($after->scene($goes) ?? \PHP_INT_MAX)) {
            $goes = null;
        }
        $values = (new LayerCodec())->toArray($layer)['stay'];

        return ['comes' => $comes, 'goes' => $goes] + (\is_array($values) ? $values : []);
    }
}
