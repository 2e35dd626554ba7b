<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render;

use Morphea\App\Engine\Render\Request\SentDrawing;
use Morphea\Core\Rendering\Drawing\Drawing;
use Morphea\Core\Rendering\Drawing\GroupItem;

/** Sends drawings to one renderer process, which gets what all rows have in common once. */
final class DrawingSender
{
    /** Bytes of groups that a process keeps; then it begins anew. */
    private const MOST = 20_000_000;

    /** @var \WeakMap<GroupItem, array{string, int}> name and bytes of what was written before */
    private \WeakMap $written;
    /** @var array<string, true> */
    private array $sent = [];
    private int $bytes = 0;

    public function __construct()
    {
        $this->written = new \WeakMap();
    }

    /**
     * Drawings requested together: pictures sent for one are kept for the next.
     *
     * @param list<Drawing> $drawings
     *
     * @return list<SentDrawing>
     */
    public function all(array $drawings): array
    {
        return array_map(fn (Drawing $drawing, int $i): SentDrawing => $this->pack($drawing, 0 === $i), $drawings, array_keys($drawings));
    }

    private function pack(Drawing $drawing, bool $mayForget): SentDrawing
    {
        $forget = $mayForget && $this->bytes > self::MOST;
        if ($forget) {
            [$this->sent, $this->bytes] = [[], 0];
        }
        $groups = $new = [];
        foreach ($drawing->groups as $group) {
            if ($group->varies) {
                $groups[] = $group;
                continue;
            }
            [$name, $bytes] = $this->written[$group] ??= self::written($group);
            $groups[] = $name;
            if (!isset($this->sent[$name])) {
                $this->sent[$name] = true;
                $this->bytes += $bytes;
                $new[$name] = $group;
            }
        }

        return new SentDrawing(
            $drawing->width,
            $drawing->height,
            $drawing->dpi,
            $drawing->background,
            $drawing->bleed,
            $groups,
            $new,
            $forget,
        );
    }

    /** @return array{string, int} */
    private static function written(GroupItem $group): array
    {
        $bytes = serialize($group);

        return ['g' . hash('xxh128', $bytes), \strlen($bytes)];
    }
}
