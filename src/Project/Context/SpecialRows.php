<?php

declare(strict_types=1);

namespace Morphea\App\Project\Context;

use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\Tables\TableRows;
use Morphea\Core\Rendering\Layout\StretchRow;
use Morphea\Core\Table\Data\Record;
use Symfony\Contracts\Cache\CacheInterface;
use Symfony\Contracts\Cache\ItemInterface;

/** A project's rows by number, and its two stretch rows: the widest and the narrowest values. */
final readonly class SpecialRows
{
    public const STRETCH = -1;
    public const SHORTEST = -2;
    public const NAMES = [self::STRETCH => 'stretch', self::SHORTEST => 'shortest'];
    private const KEPT = 3_600;

    public function __construct(private TableRows $rows, private ProjectOpener $opener, private CacheInterface $cache)
    {
    }

    public static function isSpecial(int $number): bool
    {
        return isset(self::NAMES[$number]);
    }

    public function row(Project $project, int $number): ?Record
    {
        if (!self::isSpecial($number)) {
            return $this->rows->row($project, $number);
        }
        $open = $this->opener->page($project);
        $texts = array_map(static fn ($text): array => [$text->columns(), $text->style], $open->design->texts());
        $key = hash('sha256', serialize([$project->id(), $project->tableVersion(), $texts, $open->engine->fonts->choices()]));
        $cells = $this->cache->get("stretch-$key", function (ItemInterface $item) use ($project, $open): array {
            $item->expiresAfter(self::KEPT);

            return StretchRow::of($open->design, $this->rows->active($project), $open->engine->texts);
        })[self::STRETCH === $number ? 'stretch' : 'shortest'];

        return [] === $cells ? null : new Record(1, $cells, Record::orders($project->columns()));
    }
}
