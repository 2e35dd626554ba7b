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
use Symfony\Component\Console\Output\ConsoleOutputInterface;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('morphea:backup', 'Back up database and files into a folder, while the application runs')]
final class BackupCommand extends Command
{
    public function __construct(private readonly Backup $backup, private readonly Words $words)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument(
            'folder',
            InputArgument::REQUIRED,
            'an empty folder, or one with an earlier backup: then only what is new is copied',
        );
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $folder = $input->getArgument('folder');
        try {
            $written = $this->backup->write(\is_string($folder) ? $folder : '');
        } catch (BackupError | NoSpaceException $e) {
            $errors = $output instanceof ConsoleOutputInterface ? $output->getErrorOutput() : $output;
            $errors->writeln('morphea:backup: ' . $this->words->why($e), OutputInterface::OUTPUT_RAW);

            return Command::INVALID;
        }
        $output->writeln(
            $this->words->say(new Message('maintenance.backup.done', [
                'files' => $written['files'],
                'megabytes' => $written['bytes'] / 1e6,
                'copied' => $written['copied'],
            ])),
        );

        return Command::SUCCESS;
    }
}
