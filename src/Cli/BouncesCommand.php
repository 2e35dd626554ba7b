<?php

declare(strict_types=1);

namespace Morphea\App\Cli;

use Morphea\App\Delivery\Email\Bounces;
use Morphea\App\Platform\Language\Words;
use Morphea\Core\Message;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\ConsoleOutputInterface;
use Symfony\Component\Console\Output\OutputInterface;

/** Takes bounced emails from files, or one from standard input as a mail server pipes it. */
#[AsCommand('morphea:bounces', 'Record bounced emails and suppress their addresses')]
final class BouncesCommand extends Command
{
    public function __construct(private readonly Bounces $bounces, private readonly Words $words)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('files', InputArgument::IS_ARRAY, 'EML files; default: one email from standard input');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $errors = $output instanceof ConsoleOutputInterface ? $output->getErrorOutput() : $output;
        $code = Command::SUCCESS;
        foreach ((array) $input->getArgument('files') ?: ['php://stdin'] as $path) {
            $bytes = @file_get_contents((string) $path, length: Bounces::LARGEST);
            if (false === $bytes) {
                $why = $this->words->say(new Message('import.unreadable', ['name' => $path]));
                $errors->writeln("morphea:bounces: $why", OutputInterface::OUTPUT_RAW);
                $code = Command::INVALID;
                continue;
            }
            $took = $this->bounces->take($bytes) ?? new Message('email.bounce.none', ['file' => $path]);
            $output->writeln($this->words->say($took), OutputInterface::OUTPUT_RAW);
        }

        return $code;
    }
}
