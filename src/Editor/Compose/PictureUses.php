<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Compose;

use Morphea\App\Project\Assets\PictureStore;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\Tables\ProjectColumnKinds;
use Morphea\App\Project\Tables\TableRows;
use Morphea\App\Project\TouchUps\TouchUpStore;
use Morphea\Core\Message;
use Morphea\Core\Table\Kinds\ColumnKind;

/** Where a picture is used besides the design: the cells and touch-ups that would lose it. */
final readonly class PictureUses
{
    public function __construct(
        private PictureStore $pictures,
        private TableRows $tables,
        private ProjectColumnKinds $kinds,
        private TouchUpStore $hands,
    ) {
    }

    /** For example “3 rows name it and 1 touch-up shows it”; null if it is not used. */
    public function describe(Project $project, string $name): ?Message
    {
        [$rows, $touched] = [$this->rows($project, $name), $this->touched($project, $name)];

        $uses = array_filter([
            0 === $rows ? null : new Message('compose.library.rows_use', ['count' => $rows]),
            0 === $touched ? null : new Message('compose.library.touch_ups_use', ['count' => $touched]),
        ]);

        return [] === $uses ? null : new Message('common.list.all', ['all' => array_values($uses)]);
    }

    private function rows(Project $project, string $name): int
    {
        $table = $this->tables->table($project);
        $names = $this->pictures->names($project);
        $kinds = $this->kinds->byKey($project, $table);
        $rows = [];
        foreach ($table->columns as $column) {
            foreach (ColumnKind::Picture === $kinds[$column->key] ? $table->cells($column->key) : [] as $i => $cell) {
                if ($names->find($cell) === $name) {
                    $rows[$i] = true;
                }
            }
        }

        return \count($rows);
    }

    private function touched(Project $project, string $name): int
    {
        $shows = static function (mixed $value) use ($name, &$shows): bool {
            return $value === $name || (\is_array($value) && [] !== array_filter($value, $shows));
        };

        return \count(array_filter($this->hands->touchUps($project)->toArray(), $shows));
    }
}
