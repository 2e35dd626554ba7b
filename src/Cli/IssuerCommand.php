<?php

declare(strict_types=1);

namespace Morphea\App\Cli;

use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Delivery\Verification\Issuers;
use Morphea\App\Platform\Account\MemberProvider;
use Morphea\App\Platform\Language\Words;
use Morphea\Core\Message;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\ConsoleOutputInterface;
use Symfony\Component\Console\Output\OutputInterface;

/** Confirms the issuer's name shown on a member's verification pages. Exit status: 0 done or shown, 2 not possible. */
#[AsCommand('morphea:issuer', 'Show or confirm the name in which a member says that pieces are genuine')]
final class IssuerCommand extends Command
{
    private const LONGEST = 200;

    public function __construct(
        private readonly MemberProvider $members,
        private readonly EntityManagerInterface $entities,
        private readonly Issuers $issuers,
        private readonly Words $words,
    ) {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('email', InputArgument::REQUIRED, 'Email address of the account')
            ->addArgument('name', InputArgument::OPTIONAL, 'The name to confirm; without it the one that counts is shown')
            ->addOption('remove', null, InputOption::VALUE_NONE, 'Take the confirmed name away: the installation’s counts then');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $member = $this->members->find((string) $input->getArgument('email'));
        $name = trim((string) preg_replace('/\s+/u', ' ', (string) $input->getArgument('name')));
        $wrong = match (true) {
            null === $member => new Message('cli.no_account'),
            mb_strlen($name) > self::LONGEST => new Message('cli.issuer_long', ['most' => self::LONGEST]),
            '' !== $name && (bool) $input->getOption('remove') => new Message('cli.issuer_both', ['option' => '--remove']),
            default => null,
        };
        if (null === $member || null !== $wrong) {
            $errors = $output instanceof ConsoleOutputInterface ? $output->getErrorOutput() : $output;
            $errors->writeln('morphea:issuer: ' . $this->words->say($wrong), OutputInterface::OUTPUT_RAW);

            return Command::INVALID;
        }
        if ('' !== $name || (bool) $input->getOption('remove')) {
            $member->issues('' === $name ? null : $name);
            $this->entities->flush();
        }
        $output->writeln("{$member->getUserIdentifier()}: {$this->issuers->name($member)}", OutputInterface::OUTPUT_RAW);

        return Command::SUCCESS;
    }
}
