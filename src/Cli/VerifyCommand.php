<?php

declare(strict_types=1);

namespace Morphea\App\Cli;

use Morphea\App\Platform\Language\Words;
use Morphea\Core\Delivery\Verification\Sealed;
use Morphea\Core\Delivery\Verification\SealKey;
use Morphea\Core\Delivery\Verification\VerificationException;
use Morphea\Core\Message;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\ConsoleOutputInterface;
use Symfony\Component\Console\Output\OutputInterface;

/**
 * Checks a signed statement with a public key, without the server or the database. Exit status: 0 genuine, 1 not
 * genuine, 2 unreadable.
 */
#[AsCommand('morphea:genuine', 'Check a signed statement by the public half of a key')]
final class VerifyCommand extends Command
{
    private const LARGEST = 100_000;

    public function __construct(private readonly Words $words)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('statement', InputArgument::REQUIRED, 'File with the signed statement (JSON)')
            ->addArgument('key', InputArgument::REQUIRED, 'Public half of the key: base64, or a JSON file that has it as “public”');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        try {
            $sealed = Sealed::read($this->read((string) $input->getArgument('statement')));
            $said = (string) $input->getArgument('key');
            $key = is_file($said) ? json_decode($this->read($said), true)['public'] ?? '' : $said;
            $isBy = $sealed->isBy(SealKey::of((string) base64_decode(\is_string($key) ? $key : '', true)));
        } catch (VerificationException $e) {
            $errors = $output instanceof ConsoleOutputInterface ? $output->getErrorOutput() : $output;
            $errors->writeln('morphea:genuine: ' . $this->words->why($e), OutputInterface::OUTPUT_RAW);

            return Command::INVALID;
        }
        $fact = $sealed->statement;
        $id = $isBy ? 'valid_of.' . ('' === $fact->day ? 'any' : 'day') : 'invalid';
        $found = new Message("verification.cli.$id", !$isBy ? [] : [
            'what' => $fact->what,
            'whom' => $fact->whom,
            'issuer' => $fact->by,
            'code' => $fact->code,
        ] + ('' === $fact->day ? [] : ['day' => $fact->day]));
        $output->writeln($this->words->say($found), OutputInterface::OUTPUT_RAW);

        return $isBy ? Command::SUCCESS : Command::FAILURE;
    }

    /** @throws VerificationException */
    private function read(string $path): string
    {
        $bytes = @file_get_contents($path, length: self::LARGEST);

        return false === $bytes ? throw new VerificationException(new Message('import.unreadable', ['name' => $path])) : $bytes;
    }
}
