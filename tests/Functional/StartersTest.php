<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Morphea\App\Editor\Dashboard\OwnStarters;
use Morphea\App\Editor\Dashboard\StarterShelf;
use Morphea\App\Project\Assets\PictureStore;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Design\Edits\Preset;

final class StartersTest extends AppTestCase
{
    public function testThereIsAStarterWithRowsForEveryPresetAndAllItsRowsCanBeMade(): void
    {
        $shelf = self::getContainer()->get(StarterShelf::class);
        $sizes = [];
        foreach ($shelf->all() as $id) {
            $file = $shelf->load($id);
            self::assertNotNull($file, $id);
            self::assertGreaterThan(5, \count($file->table->rows ?? []), "$id has rows that show what it can do");
            self::assertNotSame([], $file->design->linkedColumns(), $id);
            self::assertSame(
                [],
                array_diff($file->design->linkedColumns(), $file->table?->keys() ?? []),
                "$id: all placeholders are linked",
            );
            $sizes[] = $file->design->size();
        }
        foreach (Preset::all() as $preset) {
            $size = $preset->design('x')->size();
            self::assertContains(
                'a4-portrait' === $preset->id ? '297 × 210 mm' : $size,
                $sizes,
                "a starter of the size of “{$preset->id}”",
            );
        }
    }

    public function testAProjectIsCopiedWithAndWithoutItsRows(): void
    {
        $project = $this->starter('winter-pin');
        $store = self::getContainer()->get(PictureStore::class);
        $kettle = $store->find($project, 'kettle.jpg');
        self::assertNotNull($kettle);
        $store->focus($kettle, 0.25, 0.75);
        $this->post("/projects/{$project->id()}/copy", ['rows' => '1']);
        $copy = $this->named('Copy of Winter pins');
        self::assertSame(12, $copy->rowCount());
        self::assertEquals($this->reload($project)->design()->layers(), $copy->design()->layers());
        self::assertSame([0.25, 0.75], $store->find($copy, 'kettle.jpg')?->focus(), 'what must stay in sight comes along');
        $this->post("/projects/{$project->id()}/copy");
        $this->post("/projects/{$copy->id()}/delete");
        self::assertSame(0, $this->named('Copy of Winter pins')->rowCount());
    }

    public function testATemplateIsKeptAsAStarterAndProjectsAreMadeFromIt(): void
    {
        $project = $this->starter('lending-card');
        $this->post("/projects/{$project->id()}/keep");
        $page = $this->browser->followRedirect();
        self::assertStringContainsString('Tool-lending cards', $page->filter('[aria-label="Your own starters"]')->text());
        $own = self::getContainer()
            ->get(OwnStarters::class)
            ->all($this->reload($project)->owner())[0];
        $this->post("/projects/{$project->id()}/delete");
        $this->post('/projects', ['starter' => $own->id()]);
        $made = $this->named('Tool-lending cards');
        self::assertSame(0, $made->rowCount());
        self::assertCount(2, $made->design()->pages);
        self::assertNotNull(self::getContainer()->get(PictureStore::class)->find($made, 'drill.svg'));
        $this->post("/starters/{$own->id()}/forget");
        self::assertSame([], self::getContainer()->get(OwnStarters::class)->all($made->owner()));
        self::assertSame('Tool-lending cards', $this->reload($made)->name(), 'projects made from it stay');
    }

    private function named(string $name): Project
    {
        $this->entities()->clear();
        foreach ($this->entities()->getRepository(Project::class)->findAll() as $project) {
            if ($project->name() === $name) {
                return $project;
            }
        }
        self::fail("There is no project “{$name}”.");
    }
}
