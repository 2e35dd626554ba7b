<?php

declare(strict_types=1);

namespace Morphea\App\Cli;

use Morphea\App\Platform\Files\NoSpaceException;
use Morphea\App\Platform\Maintenance\Backup;
use Morphea\App\Platform\Maintenance\BackupError;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\ConsoleOutputInterface;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('morphea:restore', 'Take a backup back, with the application stopped')]
final class RestoreCommand extends Command
{
    public function __construct(private readonly Backup $backup)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('folder', InputArgument::REQUIRED, 'where morphea:backup wrote it')->addOption(
            'over',
            null,
            InputOption::VALUE_NONE,
            'in the place of the members and projects that are here',
        );
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $folder = $input->getArgument('folder');
        try {
            $restored = $this->backup->restore(\is_string($folder) ? $folder : '', (bool) $input->getOption('over'));
        } catch (BackupError | NoSpaceException $e) {
            $errors = $output instanceof ConsoleOutputInterface ? $output->getErrorOutput() : $output;
            $errors->writeln('morphea:restore: ' . $e->getMessage(), OutputInterface::OUTPUT_RAW);

            return Command::INVALID;
        }
        $output->writeln(
            \sprintf(
                'The database and %s files are back. Run doctrine:migrations:migrate if this Morphea is newer than the backup.',
                number_format($restored['files']),
            ),
        );

        return Command::SUCCESS;
    }
}
