<?php

declare(strict_types=1);

namespace Morphea\App\Cli;

use League\Flysystem\FilesystemOperator;
use League\Flysystem\StorageAttributes;
use Morphea\App\Delivery\Email\MailboxTransport;
use Morphea\App\Platform\Language\Words;
use Morphea\Core\Message;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;

/** Shows the emails in the test mailbox, the newest first. */
#[AsCommand('morphea:mailbox', 'Show the emails that lie in the stand-in mailbox')]
final class MailboxCommand extends Command
{
    private const SHOWN = 5;

    public function __construct(private readonly FilesystemOperator $files, private readonly Words $words)
    {
        parent::__construct();
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $mails = $this->files->listContents(MailboxTransport::FOLDER)->toArray();
        usort($mails, static fn (StorageAttributes $a, StorageAttributes $b): int => $b->lastModified() <=> $a->lastModified());
        $paths = array_map(static fn (StorageAttributes $file): string => $file->path(), $mails);
        foreach (\array_slice($paths, 0, self::SHOWN) as $path) {
            // Lines as they were written, not as they were packed for the way.
            $output->writeln(quoted_printable_decode($this->files->read($path)) . "\n", OutputInterface::OUTPUT_RAW);
        }
        if ([] === $paths) {
            $output->writeln($this->words->say(new Message('cli.mailbox_empty')));
        }

        return Command::SUCCESS;
    }
}
