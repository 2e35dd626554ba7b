<?php

declare(strict_types=1);

namespace Morphea\App\Cli;

use Morphea\App\Platform\Language\Words;
use Morphea\App\Platform\Maintenance\Tidying;
use Morphea\Core\Message;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('morphea:tidy', 'Delete files that nothing uses any more (workers do this once a day)')]
final class TidyCommand extends Command
{
    public function __construct(private readonly Tidying $tidy, private readonly Words $words)
    {
        parent::__construct();
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $went = $this->tidy->run();
        foreach ($went as $what => $count) {
            $output->writeln($this->words->say(new Message($what, ['count' => $count])));
        }
        if ([] === $went) {
            $output->writeln($this->words->say(new Message('cli.nothing_tidied')));
        }

        return Command::SUCCESS;
    }
}
