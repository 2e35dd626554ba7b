<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Morphea\App\Cli\FileOpener;
use Morphea\App\Cli\FileProof;
use Morphea\App\Editor\Compose\NewLayer;
use Morphea\App\Editor\Dashboard\StarterShelf;
use Morphea\App\Engine\Import\MorpheaFile;
use Morphea\App\Engine\Import\PictureShelf;
use Morphea\Core\Checks\Severity;
use Morphea\Core\Checks\Warning;
use Morphea\Core\Design\Edits\AddLayer;
use Morphea\Core\Design\Edits\Preset;
use Morphea\Core\Table\Data\Table;
use Morphea\Core\Table\Data\TableBuilder;
use Morphea\Core\Table\Patterns\Pattern;
use Morphea\Core\Tests\English;
use Morphea\Tests\Truth\Corpus;

/** A warning is worth a look, or it is a defect of ours: honest designs have none, and planted faults are found. */
final class ProofTruthTest extends AppTestCase
{
    public function testNoStarterHasAWarningWithItsOwnRows(): void
    {
        $shelf = self::getContainer()->get(StarterShelf::class);
        foreach ($shelf->all() as $id) {
            $file = $shelf->load($id);
            self::assertNotNull($file);
            self::assertSame([], $this->warnings($file), $id);
        }
    }

    /** A preset, and a column dropped on it. */
    public function testNoPresetHasAWarningWithAColumnOnIt(): void
    {
        $table = Table::of((new TableBuilder())->build([['Name'], ['Ng'], ['Ottilie Brandvold-Anning'], ['Pip Marrow']]));
        foreach (Preset::all() as $preset) {
            $blank = $preset->design($preset->id);
            $text = (new NewLayer($blank))->text(Pattern::parse('{name}'), 'Name');
            $file = new MorpheaFile((new AddLayer($text, 0))->apply($blank), PictureShelf::of([]), $table);
            self::assertSame([], $this->warnings($file), $preset->id);
        }
    }

    public function testHonestDesignsHaveNoWarning(): void
    {
        $count = 0;
        foreach (Corpus::honest() as $what => $design) {
            self::assertSame([], $this->warnings($design->made()), $what);
            ++$count;
        }
        self::assertGreaterThanOrEqual(40, $count);
    }

    public function testEveryPlantedFaultIsFoundAndNothingBesides(): void
    {
        $count = 0;
        foreach (Corpus::faulty() as $what => [$design, $kind, $layer]) {
            $warnings = $this->warnings($design->made());
            self::assertNotSame([], $warnings, "$what is not found");
            foreach ($warnings as $warning) {
                self::assertStringContainsString(null === $layer ? "$kind of " : "$kind of “{$layer}”", $warning, $what);
            }
            ++$count;
        }
        self::assertGreaterThanOrEqual(40, $count);
    }

    /** @return list<string> */
    private function warnings(MorpheaFile $file): array
    {
        self::assertInstanceOf(Table::class, $file->table);
        $open = self::getContainer()->get(FileOpener::class)->with($file, $file->table);
        $warnings = [];
        foreach (self::getContainer()->get(FileProof::class)->warnings($open) as $row => $found) {
            foreach (array_filter($found, static fn (Warning $one): bool => Severity::Note !== $one->severity) as $one) {
                $warnings[] = "{$one->kind->value} of “{$one->layer}” in row $row: " . English::say($one->sentence);
            }
        }

        return $warnings;
    }
}
