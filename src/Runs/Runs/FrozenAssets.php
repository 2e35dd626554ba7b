<?php

declare(strict_types=1);

namespace Morphea\App\Runs\Runs;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Project\Assets\AssetSet;
use Morphea\App\Project\Assets\AssetUse;
use Morphea\App\Project\Assets\Font;
use Morphea\App\Project\Assets\FontStore;
use Morphea\App\Project\Assets\FrozenAssetSets;
use Morphea\App\Project\Assets\PictureStore;
use Morphea\App\Project\Assets\StoredPicture;
use Morphea\App\Project\Projects\Project;

/**
 * The file behind every picture, clip, sound and font when a run was ordered, so that the run uses these and its pages
 * show these, whatever is replaced or deleted meanwhile. The files stay stored under their hash.
 *
 * @phpstan-import-type Pictures from PictureStore
 * @phpstan-import-type Fonts from FontStore
 */
final class FrozenAssets implements AssetUse, FrozenAssetSets
{
    /** @var array{string, AssetSet, list<Font>}|null those read last */
    private ?array $last = null;

    public function __construct(
        private readonly Connection $connection,
        private readonly EntityManagerInterface $entities,
        private readonly PictureStore $pictures,
        private readonly FontStore $fontStore,
    ) {
    }

    /**
     * Stores the current ones.
     *
     * @return string by which a run has them
     */
    public function keep(Project $project): string
    {
        $files = json_encode(
            ['pictures' => $this->pictures->facts($project), 'fonts' => $this->fontStore->facts($project->owner())],
            \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE,
        );
        $id = hash('sha256', "{$project->id()}\n$files");
        $this->connection->executeStatement(
            // Written anew where it is there already, so that nobody tidies it away before the run is noted.
            'INSERT INTO meant_files (id, project_id, files) VALUES (?, ?, ?) ON CONFLICT (id) DO UPDATE SET files = excluded.files',
            [$id, $project->id(), $files],
        );

        return $id;
    }

    /** Null for a run from before this existed, which shows the current ones. */
    public function shelf(Run $run): ?AssetSet
    {
        return $this->read($run)[1] ?? null;
    }

    /** @return list<Font>|null null of a run of before */
    public function fonts(Run $run): ?array
    {
        return $this->read($run)[2] ?? null;
    }

    /** Deletes lists that no run has any more. */
    public function tidy(): int
    {
        return (int) $this->connection->executeStatement(
            'DELETE FROM meant_files WHERE NOT EXISTS (SELECT 1 FROM run WHERE run.meant_id = meant_files.id)',
        );
    }

    /** Those of a project's run, as they were when it was ordered; null if there is no such run. */
    public function find(Project $project, string $run): ?AssetSet
    {
        $found = $this->entities->getRepository(Run::class)->findOneBy(['id' => $run, 'project' => $project]);

        return null === $found ? null : $this->shelf($found);
    }

    /** @return list<string> hashes of all files that a run may want */
    public function hashes(): array
    {
        $all = [];
        foreach ($this->connection->executeQuery('SELECT files FROM meant_files')->iterateColumn() as $files) {
            preg_match_all('/"([0-9a-f]{64})"/', (string) $files, $found);
            $all += array_fill_keys($found[1], true);
        }

        return array_map(strval(...), array_keys($all));
    }

    /** @return array{string, AssetSet, list<Font>}|null */
    private function read(Run $run): ?array
    {
        $id = $run->meant();
        if (null === $id || ($this->last[0] ?? null) === $id) {
            return null === $id ? null : $this->last;
        }
        $files = $this->connection->fetchOne('SELECT files FROM meant_files WHERE id = ?', [$id]);
        if (!\is_string($files)) {
            return null;
        }
        /** @var array{pictures: Pictures, fonts: Fonts} $read */
        $read = json_decode($files, true, 8, \JSON_THROW_ON_ERROR);
        $pictures = $fonts = [];
        foreach ($read['pictures'] as [$name, $mime, $hash, $bytes, $width, $height, $x, $y, $seconds]) {
            $pictures[$name] = new StoredPicture($run->project(), $name, $mime, $hash, $bytes, $width, $height, $x, $y, $seconds);
        }
        foreach ($read['fonts'] as [$family, $weight, $italic, $hash, $ending]) {
            $fonts[] = new Font($run->project()->owner(), $family, $weight, $italic, $hash, $ending, '');
        }

        return $this->last = [$id, new AssetSet(static fn (): array => $pictures), $fonts];
    }
}
