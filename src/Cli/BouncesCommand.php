<?php

declare(strict_types=1);

namespace Morphea\App\Cli;

use Morphea\App\Delivery\Email\Bounces;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\ConsoleOutputInterface;
use Symfony\Component\Console\Output\OutputInterface;

/** Takes emails that came back: from files, or one from standard input, as a mail server hands it to a program. */
#[AsCommand('morphea:bounces', 'Note emails that came back, so that nobody writes there again')]
final class BouncesCommand extends Command
{
    public function __construct(private readonly Bounces $bounces)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('files', InputArgument::IS_ARRAY, 'EML files; without any, one email is read from standard input');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $errors = $output instanceof ConsoleOutputInterface ? $output->getErrorOutput() : $output;
        $code = Command::SUCCESS;
        foreach ((array) $input->getArgument('files') ?: ['php://stdin'] as $path) {
            $bytes = @file_get_contents((string) $path, length: Bounces::LARGEST);
            if (false === $bytes) {
                $errors->writeln("morphea:bounces: $path cannot be read.", OutputInterface::OUTPUT_RAW);
                $code = Command::INVALID;
                continue;
            }
            $output->writeln($this->bounces->take($bytes) ?? "$path: no mail from here that came back.", OutputInterface::OUTPUT_RAW);
        }

        return $code;
    }
}
