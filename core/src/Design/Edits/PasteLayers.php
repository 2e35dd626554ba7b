<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Edits;

use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\DesignCodec;
use Morphea\Core\Design\Model\Layer;
use Morphea\Core\Design\Properties\Declared;
use Morphea\Core\Design\Properties\DesignException;
use Morphea\Core\Message;
use Morphea\Core\Table\Naming\FreeName;

/**
 * Pastes copies of layers on top of a page: with new ids where theirs are taken, scaled if they come from another
 * resolution.
 */
final readonly class PasteLayers implements Edit
{
    private const MOST = 100;

    /**
     * @param list<mixed> $layers
     * @param float       $dpi    of the design they come from
     * @param float       $shift  dots to the right and down, so that a copy is seen beside its original
     */
    public function __construct(private array $layers, private float $dpi, private float $shift, private int $page = 0)
    {
    }

    public function apply(Design $design): Design
    {
        return $this->paste($design)[0];
    }

    /**
     * @return array{Design, list<string>} and the new layers' ids
     *
     * @throws DesignException
     */
    public function paste(Design $design): array
    {
        if ([] === $this->layers || \count($this->layers) > self::MOST || $this->dpi <= 0) {
            throw new DesignException('', new Message('design.wrong.nothing_to_paste'));
        }
        $codec = new DesignCodec();
        $taken = array_fill_keys(array_map(static fn (Layer $layer): string => $layer->id, $design->layers()), true);
        $groups = [];
        $ids = [];
        foreach ($this->layers as $data) {
            $copied = $codec->layerFromArray($data, $design->locale);
            $grown = Declared::of($copied::class)->scaled($copied, $design->dpi / $this->dpi);
            \assert($grown instanceof Layer);
            $layer = $codec->layerToArray($grown);
            $layer['frame']['x'] += $this->shift;
            $layer['frame']['y'] += $this->shift;
            $layer['id'] = self::free($copied->id, $taken);
            $taken[$layer['id']] = true;
            if (null !== $copied->group) {
                $layer['group'] = $groups[$copied->group] ??= self::free(
                    $copied->group,
                    self::groups($design) + array_fill_keys($groups, true),
                );
            }
            $design = (new AddLayer($codec->layerFromArray($layer, $design->locale), $this->page))->apply($design);
            $ids[] = $layer['id'];
        }

        return [$design, $ids];
    }

    public function says(Design $before): Message
    {
        return new Message('design.did.pasted', ['count' => \count($this->layers)]);
    }

    /** @return array<string, true> */
    private static function groups(Design $design): array
    {
        $groups = [];
        foreach ($design->layers() as $layer) {
            if (null !== $layer->group) {
                $groups[$layer->group] = true;
            }
        }

        return $groups;
    }

    /** @param array<string, true> $taken */
    private static function free(string $id, array $taken): string
    {
        return isset($taken[$id])
            ? FreeName::of(
                substr((string) preg_replace('/-\d+$/', '', $id), 0, 34),
                static fn (string $one): bool => $one === $id || isset($taken[$one]),
            )
            : $id;
    }
}
