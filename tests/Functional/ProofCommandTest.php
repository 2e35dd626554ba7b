<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Morphea\App\Editor\Dashboard\StarterShelf;
use Morphea\App\Engine\Import\MorpheaArchive;
use Morphea\Tests\Tools;
use Symfony\Bundle\FrameworkBundle\Console\Application;
use Symfony\Component\Console\Tester\CommandTester;

/** All pieces of a file looked at without a web server: what is said, and with which status. */
final class ProofCommandTest extends AppTestCase
{
    public function testAFileInOrderSaysSo(): void
    {
        $tester = $this->command(['file' => $this->file('winter-pin')]);
        self::assertSame(0, $tester->getStatusCode(), $tester->getDisplay());
        self::assertStringContainsString('12 rows, 0 to check', $tester->getDisplay());
    }

    public function testPlantedFaultsAreFoundAndNothingElse(): void
    {
        $names = array_map(static fn (int $i): string => 'Volunteer ' . \chr(65 + $i % 26) . ' ' . $i, range(1, 40));
        $names[4] = str_repeat('Featherstonehaugh', 9);
        $names[11] = 'Ottilie Brandvold-…';
        $names[20] = $names[19];
        $names[30] = '𓀀 Ng';
        $rows = "Full name,Hours,Craft,Issued,Register,Mail\n";
        foreach ($names as $name) {
            $rows .= "\"$name\",4,kettles,2026-03-01,0007,\n";
        }
        $csv = Tools::file('');
        $file = $this->file('mending-certificate');
        $tester = $this->command(['file' => $file, '--rows' => Tools::file($rows), '--json' => true, '--csv' => $csv]);
        self::assertSame(1, $tester->getStatusCode());
        $found = [];
        foreach (array_filter(explode("\n", trim($tester->getDisplay()))) as $line) {
            $row = json_decode($line, true, 16, \JSON_THROW_ON_ERROR);
            $worth = array_filter($row['warnings'], static fn (array $one): bool => 'note' !== $one['severity']);
            if ([] !== $worth) {
                $found[$row['row']] = array_values(array_unique(array_column($worth, 'kind')));
            }
        }
        self::assertSame([5, 12, 20, 21, 31], array_keys($found), json_encode($found) ?: '');
        self::assertContains('overset', $found[5]);
        self::assertSame([['cut-off'], ['same'], ['same'], ['glyph']], [$found[12], $found[20], $found[21], $found[31]]);
        $lines = file($csv) ?: [];
        self::assertStringStartsWith('row,severity,kind,layer,warning,measured,limit', $lines[0]);
        self::assertStringContainsString('may have been cut off', implode('', $lines));
    }

    public function testAContactSheetIsMadeOfAllPieces(): void
    {
        $pdf = Tools::file('') . '.pdf';
        $tester = $this->command(['file' => $this->file('lending-card'), '--to' => $pdf, '--paper' => 'Letter']);
        self::assertSame(0, $tester->getStatusCode(), $tester->getDisplay());
        $bytes = (string) file_get_contents($pdf);
        Tools::assertSoundPdf($bytes);
        self::assertStringContainsString('612 x 792 pts', Tools::on($bytes, ['pdfinfo', '%']));
        self::assertMatchesRegularExpression('/1 .*2 .*3 .*no warnings/s', Tools::on($bytes, ['pdftotext', '-layout', '%', '-']));
        $tester = $this->command(['file' => $this->file('winter-pin'), '--to' => $pdf, '--paper' => 'A0']);
        self::assertSame(2, $tester->getStatusCode());
    }

    public function testWhatCannotBeReadIsToldWithStatusTwo(): void
    {
        $tester = $this->command(['file' => '/nowhere.morphea']);
        self::assertSame(2, $tester->getStatusCode());
        $tester = $this->command(['file' => $this->file('winter-pin'), '--rows' => '/nowhere.csv']);
        self::assertSame(2, $tester->getStatusCode());
        self::assertStringContainsString('there is no such file', $tester->getDisplay());
    }

    private function file(string $starter): string
    {
        $path = Tools::file('') . '.morphea';
        $file = self::getContainer()->get(StarterShelf::class)->load($starter);
        self::assertNotNull($file);
        self::getContainer()->get(MorpheaArchive::class)->write($path, $file->design, $file->pictures, $file->table);

        return $path;
    }

    /** @param array<string, mixed> $input */
    private function command(array $input): CommandTester
    {
        $tester = new CommandTester((new Application(self::getContainer()->get('kernel')))->find('morphea:proof'));
        $tester->execute($input);

        return $tester;
    }
}
