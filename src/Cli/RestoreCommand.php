<?php

declare(strict_types=1);

namespace Morphea\App\Cli;

use Morphea\App\Platform\Files\NoSpaceException;
use Morphea\App\Platform\Language\Words;
use Morphea\App\Platform\Maintenance\Backup;
use Morphea\App\Platform\Maintenance\BackupError;
use Morphea\Core\Message;
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
    public function __construct(private readonly Backup $backup, private readonly Words $words)
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
            $errors->writeln('morphea:restore: ' . $this->words->why($e), OutputInterface::OUTPUT_RAW);

            return Command::INVALID;
        }
        $output->writeln(
            $this->words->say(new Message('maintenance.restore.done', [
                'files' => $restored['files'],
                'command' => 'doctrine:migrations:migrate',
            ])),
        );

        return Command::SUCCESS;
    }
}
