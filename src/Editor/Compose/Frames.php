<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Compose;

use Morphea\Core\Design\Model\Frame;
use Morphea\Core\Design\Properties\DesignException;
use Morphea\Core\Message;

/** New frames of layers as sent by the stage: a list of `{id, x, y, width, height, rotation}` in dots. */
final readonly class Frames
{
    /**
     * @return non-empty-array<string, Frame> by layer
     *
     * @throws DesignException
     */
    public static function read(string $json): array
    {
        $frames = [];
        $list = json_decode($json, true);
        foreach (\is_array($list) ? $list : [] as $one) {
            $number = static fn (string $key): float => \is_array($one) && is_numeric($one[$key] ?? null)
                ? (float) $one[$key]
                : throw new DesignException('', new Message('compose.refused.incomplete'));
            $id = \is_array($one) && \is_string($one['id'] ?? null) ? $one['id'] : '';
            $frames[$id] = new Frame(
                $number('x'),
                $number('y'),
                max(0.0, $number('width')),
                max(0.0, $number('height')),
                fmod($number('rotation'), 360),
            );
        }

        return [] !== $frames ? $frames : throw new DesignException('', new Message('design.wrong.nothing_changed'));
    }
}
