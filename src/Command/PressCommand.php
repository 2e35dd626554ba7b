<?php

declare(strict_types=1);

namespace Morphea\App\Command;

use Morphea\App\Import\UploadError;
use Morphea\App\Making\Output;
use Morphea\App\Making\Outputs;
use Morphea\App\Render\RenderError;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\ConsoleOutputInterface;
use Symfony\Component\Console\Output\OutputInterface;

/** Makes pieces from files alone. Exit status: 0 all made, 1 some not made, 2 unusable input. */
#[AsCommand('morphea:press', 'Make the pieces of a .morphea file, without web or database')]
final class PressCommand extends Command
{
    public const ALL_MADE = 0;
    public const SOME_NOT_MADE = 1;
    public const UNUSABLE = 2;

    public function __construct(private readonly FilePress $press, private readonly Outputs $outputs)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('file', InputArgument::REQUIRED, 'the .morphea file')
            ->addOption(
                'rows',
                null,
                InputOption::VALUE_REQUIRED,
                'table with the rows (csv, tsv, xlsx, ods); without it, the rows in the file',
            )
            ->addOption('as', null, InputOption::VALUE_REQUIRED, $this->kinds(), 'pdf')
            ->addOption('to', null, InputOption::VALUE_REQUIRED, 'folder for the pieces', '.')
            ->addOption(
                'name',
                null,
                InputOption::VALUE_REQUIRED,
                "file names, as in '{full_name}'; without it, the first linked column",
            )
            ->addOption('only', null, InputOption::VALUE_REQUIRED, 'rows to make, as in 1-10,15', '')
            ->addOption('jobs', null, InputOption::VALUE_REQUIRED, 'processes at a time', '1')
            ->addOption('no-bleed', null, InputOption::VALUE_NONE, 'as cut, without the bleed of the template')
            ->addOption(
                'json',
                null,
                InputOption::VALUE_NONE,
                'print a line of JSON for each row: file, size used, lines, findings',
            );
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $errors = $output instanceof ConsoleOutputInterface ? $output->getErrorOutput() : $output;
        $began = microtime(true);
        try {
            $results = $this->press->press($this->order($input));
        } catch (UploadError | RenderError $e) {
            $errors->writeln('morphea:press: ' . $e->getMessage(), OutputInterface::OUTPUT_RAW);

            return self::UNUSABLE;
        }
        $json = (bool) $input->getOption('json');
        $made = 0;
        foreach ($results as $result) {
            $made += null === $result['reason'] ? 1 : 0;
            if ($json) {
                $output->writeln(
                    json_encode($result, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES),
                    OutputInterface::OUTPUT_RAW,
                );
            } elseif (null !== $result['reason']) {
                $errors->writeln("row {$result['row']} not made: {$result['reason']}", OutputInterface::OUTPUT_RAW);
            }
        }
        if (!$json) {
            $output->writeln(
                \sprintf('%d made, %d not made, in %.1f s', $made, \count($results) - $made, microtime(true) - $began),
            );
        }

        return $made === \count($results) ? self::ALL_MADE : self::SOME_NOT_MADE;
    }

    private function kinds(): string
    {
        $kinds = array_map(
            static fn (Output $output): string => $output::id() . ' (' . $output->label() . ')',
            $this->outputs->all(),
        );

        return implode(', ', $kinds);
    }

    /** @throws UploadError */
    private function order(InputInterface $input): PressOptions
    {
        $text = static function (string $name) use ($input): ?string {
            $value = $input->getOption($name);

            return \is_string($value) ? $value : null;
        };
        $as = (string) $text('as');
        $jobs = (string) $text('jobs');
        if (!ctype_digit($jobs) || (int) $jobs < 1 || (int) $jobs > 64) {
            throw new UploadError("--jobs=$jobs: say a number from 1 to 64.");
        }
        $file = $input->getArgument('file');

        return new PressOptions(
            \is_string($file) ? $file : '',
            $text('rows'),
            $this->outputs->find($as) ??
                throw new UploadError("--as=$as: say one of " . implode(', ', array_keys($this->outputs->all())) . '.'),
            (string) $text('to'),
            $text('name'),
            (string) $text('only'),
            (int) $jobs,
            !$input->getOption('no-bleed'),
        );
    }
}
