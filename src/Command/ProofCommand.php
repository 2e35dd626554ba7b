<?php

declare(strict_types=1);

namespace Morphea\App\Command;

use Morphea\App\Import\UploadError;
use Morphea\App\Making\Choice;
use Morphea\App\Making\Outputs;
use Morphea\App\Making\Settings;
use Morphea\App\Making\Wanted;
use Morphea\App\Render\Rasters;
use Morphea\App\Storage\NoRoom;
use Morphea\Core\Cell\Harmless;
use Morphea\Core\Proof\Finding;
use Morphea\Core\Proof\FindingKind;
use Morphea\Core\Proof\Proof;
use Morphea\Core\Proof\Severity;
use Morphea\Core\Proof\WholeSet;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\ConsoleOutputInterface;
use Symfony\Component\Console\Output\OutputInterface;

/** Lays every row out for real and says what is to be looked at, without making anything. */
#[AsCommand('morphea:proof', 'Check all pieces of a .morphea file')]
final class ProofCommand extends Command
{
    private const IN_ORDER = 0;
    private const TO_LOOK_AT = 1;
    private const UNUSABLE = 2;

    public function __construct(
        private readonly FileOpener $opener,
        private readonly FileMaking $makings,
        private readonly Outputs $outputs,
        private readonly Proof $proof,
        private readonly Rasters $rasters,
    ) {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this
            ->addArgument('file', InputArgument::REQUIRED, 'the .morphea file')
            ->addOption('rows', null, InputOption::VALUE_REQUIRED, 'table to fill it with: CSV, TSV, XLSX or ODS')
            ->addOption('json', null, InputOption::VALUE_NONE, 'print a line of JSON for each row')
            ->addOption('csv', null, InputOption::VALUE_REQUIRED, 'file for all findings as CSV, a line each');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $errors = $output instanceof ConsoleOutputInterface ? $output->getErrorOutput() : $output;
        $text = static fn (mixed $value): ?string => \is_string($value) ? $value : null;
        try {
            $open = $this->opener->open((string) $text($input->getArgument('file')), $text($input->getOption('rows')));
            $findings = $this->findings($open);
            $csv = $text($input->getOption('csv'));
            if (null !== $csv) {
                self::csv($csv, $findings);
            }
        } catch (UploadError | NoRoom $e) {
            $errors->writeln('morphea:proof: ' . $e->getMessage(), OutputInterface::OUTPUT_RAW);

            return self::UNUSABLE;
        }
        $json = (bool) $input->getOption('json');
        $toLookAt = 0;
        foreach ($findings as $row => $found) {
            $worth = array_filter($found, static fn (Finding $one): bool => Severity::Note !== $one->severity);
            $toLookAt += [] === $worth ? 0 : 1;
            if ($json) {
                $said = array_map(static fn (Finding $one): array => $one->toArray(), $found);
                $flags = \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES;
                $output->writeln(json_encode(['row' => $row, 'findings' => $said], $flags), OutputInterface::OUTPUT_RAW);
                continue;
            }
            foreach ($worth as $one) {
                $output->writeln("row $row {$one->severity->label()}: $one->sentence", OutputInterface::OUTPUT_RAW);
            }
        }
        if (!$json) {
            $output->writeln(\sprintf('%d rows, %d to look at', \count($findings), $toLookAt));
        }

        return 0 === $toLookAt ? self::IN_ORDER : self::TO_LOOK_AT;
    }

    /** @return array<int, list<Finding>> by row, the worst of each first */
    private function findings(OpenFile $open): array
    {
        $usual = new Choice($this->outputs->usual($open->template), new Settings());
        $making = $this->makings->of($open->file, $open->template, [$usual], $open->even);
        $set = new WholeSet();
        $all = [];
        foreach ($open->rows() as $number => $row) {
            try {
                $drawn = $making->lay(new Wanted($number, '', $row), $this->proof, $this->rasters);
                $all[$number] = $drawn->findings;
                $set->add($number, WholeSet::facts($drawn->sides));
            } catch (\Throwable $e) {
                // One row that cannot be laid out is that row's finding; all others are looked at.
                $why = 'cannot be laid out: ' . mb_strimwidth($e->getMessage(), 0, 300, '…', 'UTF-8');
                $all[$number] = [new Finding(FindingKind::Unchecked, Severity::CannotBeMade, '', 'The piece', $why)];
            }
        }
        foreach ($set->findings() as $number => $found) {
            $all[$number] = Proof::worstFirst([...$all[$number], ...$found]);
        }

        return $all;
    }

    /** @param array<int, list<Finding>> $findings */
    private static function csv(string $path, array $findings): void
    {
        $out = @fopen($path, 'w') ?: throw new NoRoom("--csv=$path cannot be written.");
        fputcsv($out, ['row', 'severity', 'kind', 'layer', 'finding', 'measured', 'limit'], escape: '', eol: "\r\n");
        foreach ($findings as $row => $found) {
            foreach ($found as $one) {
                $line = [(string) $row, $one->severity->label(), $one->kind->brief(), $one->name, $one->sentence];
                $numbers = array_map(
                    static fn (?float $number): string => null === $number ? '' : (string) round($number, 2),
                    [$one->measured, $one->limit],
                );
                fputcsv($out, array_map(Harmless::cell(...), [...$line, ...$numbers]), escape: '', eol: "\r\n");
            }
        }
        fclose($out);
    }
}
