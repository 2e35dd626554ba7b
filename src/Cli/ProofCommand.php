<?php

declare(strict_types=1);

namespace Morphea\App\Cli;

use Morphea\App\Editor\Checks\ContactSheet;
use Morphea\App\Editor\Checks\WarningsCsv;
use Morphea\App\Engine\Import\FilePictures;
use Morphea\App\Engine\Production\PieceRequest;
use Morphea\App\Platform\Files\NoSpaceException;
use Morphea\App\Platform\Files\UploadException;
use Morphea\App\Platform\Language\Words;
use Morphea\Core\Checks\Severity;
use Morphea\Core\Checks\Warning;
use Morphea\Core\Message;
use Morphea\Core\Rendering\Drawing\Drawing;
use Morphea\Core\Rendering\Layout\LaidOut;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\ConsoleOutputInterface;
use Symfony\Component\Console\Output\OutputInterface;

/**
 * Lays out and checks every row, without making anything.
 *
 * @phpstan-import-type Shown from ContactSheet
 */
#[AsCommand('morphea:proof', 'Check all pieces of a .morphea file')]
final class ProofCommand extends Command
{
    private const IN_ORDER = 0;
    private const TO_LOOK_AT = 1;
    private const UNUSABLE = 2;

    public function __construct(
        private readonly FileOpener $opener,
        private readonly FileProof $proof,
        private readonly ContactSheet $sheet,
        private readonly FilePictures $pictures,
        private readonly WarningsCsv $csv,
        private readonly Words $words,
    ) {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this
            ->addArgument('file', InputArgument::REQUIRED, 'the .morphea file')
            ->addOption('rows', null, InputOption::VALUE_REQUIRED, 'table to fill it with: CSV, TSV, XLSX or ODS')
            ->addOption('json', null, InputOption::VALUE_NONE, 'print one line of JSON per row')
            ->addOption('to', null, InputOption::VALUE_REQUIRED, 'file for a contact sheet of all pieces as PDF')
            ->addOption('paper', null, InputOption::VALUE_REQUIRED, 'its paper: A4 or Letter', 'A4')
            ->addOption('csv', null, InputOption::VALUE_REQUIRED, 'CSV file for all warnings, one per line');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $errors = $output instanceof ConsoleOutputInterface ? $output->getErrorOutput() : $output;
        $text = static fn (mixed $value): ?string => \is_string($value) ? $value : null;
        try {
            $open = $this->opener->open((string) $text($input->getArgument('file')), $text($input->getOption('rows')));
            $paper = (string) $text($input->getOption('paper'));
            if (!isset(ContactSheet::PAPERS[$paper])) {
                throw new UploadException(new Message('cli.wrong.one_of', [
                    'option' => "--paper=$paper",
                    'known' => implode(', ', array_keys(ContactSheet::PAPERS)),
                ]));
            }
            $warnings = $this->proof->warnings($open);
            $sheet = $text($input->getOption('to'));
            if (null !== $sheet) {
                $pdf = $this->sheet->write(
                    $open->design->name,
                    $this->pieces($open, $warnings),
                    $this->pictures->load($open->file),
                    $paper,
                );
                NoSpaceException::write($sheet, $pdf);
            }
            $csv = $text($input->getOption('csv'));
            if (null !== $csv) {
                $this->csv->write($csv, $warnings);
            }
        } catch (UploadException | NoSpaceException $e) {
            $errors->writeln('morphea:proof: ' . $this->words->why($e), OutputInterface::OUTPUT_RAW);

            return self::UNUSABLE;
        }
        $json = (bool) $input->getOption('json');
        $toLookAt = 0;
        foreach ($warnings as $row => $found) {
            $worth = array_filter($found, static fn (Warning $one): bool => Severity::Note !== $one->severity);
            $toLookAt += [] === $worth ? 0 : 1;
            if ($json) {
                $said = array_map(fn (Warning $one): array => $one->toArray() + ['sentence' => $this->words->say($one->sentence)], $found);
                $flags = \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES;
                $output->writeln(json_encode(['row' => $row, 'warnings' => $said], $flags), OutputInterface::OUTPUT_RAW);
                continue;
            }
            foreach ($worth as $one) {
                $said = ['row' => $row, 'severity' => $one->severity->label(), 'warning' => $one->sentence];
                $output->writeln($this->words->say(new Message('cli.warning', $said)), OutputInterface::OUTPUT_RAW);
            }
        }
        if (!$json) {
            $output->writeln($this->words->say(new Message('cli.checked', ['rows' => \count($warnings), 'count' => $toLookAt])));
        }

        return 0 === $toLookAt ? self::IN_ORDER : self::TO_LOOK_AT;
    }

    /**
     * @param array<int, list<Warning>> $warnings
     *
     * @return \Generator<int, Shown>
     */
    private function pieces(OpenFile $open, array $warnings): \Generator
    {
        $making = $this->proof->making($open);
        $named = $open->design->linkedColumns()[0] ?? '';
        foreach ($open->rows() as $number => $row) {
            yield [
                'number' => $number,
                'name' => trim($row->cells[$named] ?? ''),
                'pages' => array_map(
                    static fn (LaidOut $page): Drawing => $page->drawing,
                    $making->again(new PieceRequest($number, '', $row))->stills(),
                ),
                'warnings' => $warnings[$number] ?? [],
            ];
        }
    }
}
