<?php

declare(strict_types=1);

namespace Morphea\App\Cli;

use Morphea\App\Platform\Language\Words;
use Morphea\App\Platform\Maintenance\BackupError;
use Morphea\App\Platform\Maintenance\MoveIn;
use Morphea\Core\Message;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\ConsoleOutputInterface;
use Symfony\Component\Console\Output\OutputInterface;

/** Moves an installation from one machine to many: see docs/deploy.md. */
#[AsCommand('morphea:move-in', 'Take all of an SQLite database, and its files, into the database and store of the settings')]
final class MoveInCommand extends Command
{
    public function __construct(private readonly MoveIn $move, private readonly Words $words)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('database', InputArgument::REQUIRED, 'the file of SQLite')->addArgument(
            'storage',
            InputArgument::OPTIONAL,
            'the store its files lie in, as STORAGE_DSN said it, if they are to go, too: local:///srv/morphea/var/files',
        );
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        [$database, $storage] = [$input->getArgument('database'), $input->getArgument('storage')];
        try {
            if (\is_string($storage)) {
                // First, so that no row ever speaks of a file that is not there.
                $files = $this->move->files($storage, function (int $count) use ($output): void {
                    0 === $count % 1_000 && $output->writeln($this->said('move.file_count', ['count' => $count]));
                });
                $output->writeln($this->said('move.files_done', ['count' => $files]));
            }
            $rows = $this->move->rows(
                \is_string($database) ? $database : '',
                fn (string $table, int $count) => $output->writeln($this->said('move.table', ['table' => $table, 'count' => $count])),
            );
        } catch (BackupError | \InvalidArgumentException $e) {
            $errors = $output instanceof ConsoleOutputInterface ? $output->getErrorOutput() : $output;
            $errors->writeln('morphea:move-in: ' . $this->words->why($e), OutputInterface::OUTPUT_RAW);

            return Command::INVALID;
        }
        $output->writeln($this->said('move.rows_done', ['count' => $rows]));

        return Command::SUCCESS;
    }

    /** @param array<string, string|int> $with */
    private function said(string $id, array $with): string
    {
        return $this->words->say(new Message("maintenance.$id", $with));
    }
}
