<?php

declare(strict_types=1);

namespace Morphea\App\Cli;

use Morphea\App\Platform\Maintenance\Tidying;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('morphea:tidy', 'Collect what nothing refers to any more; workers do it by themselves once a day')]
final class TidyCommand extends Command
{
    public function __construct(private readonly Tidying $tidy)
    {
        parent::__construct();
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $went = $this->tidy->run();
        foreach ($went as $what => $count) {
            $output->writeln(number_format($count) . " $what");
        }
        if ([] === $went) {
            $output->writeln('There was nothing to tidy up.');
        }

        return Command::SUCCESS;
    }
}
