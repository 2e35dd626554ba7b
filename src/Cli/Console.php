<?php

declare(strict_types=1);

namespace Morphea\App\Cli;

use Morphea\App\Platform\Language\Language;
use Symfony\Bundle\FrameworkBundle\Console\Application;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Exception\ExceptionInterface;
use Symfony\Component\Console\Input\InputDefinition;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\ConsoleOutputInterface;
use Symfony\Component\Console\Output\OutputInterface;

/** The command line: a mistake (an unknown command or option, a missing argument) gives one sentence and exit status 2. */
final class Console extends Application
{
    protected function getDefaultInputDefinition(): InputDefinition
    {
        $definition = parent::getDefaultInputDefinition();
        $languages = implode(', ', array_column(Language::cases(), 'value'));
        $definition->addOption(new InputOption('lang', null, InputOption::VALUE_REQUIRED, "language of what is said: $languages", 'en'));

        return $definition;
    }

    public function doRun(InputInterface $input, OutputInterface $output): int
    {
        try {
            return parent::doRun($input, $output);
        } catch (ExceptionInterface $e) {
            $errors = $output instanceof ConsoleOutputInterface ? $output->getErrorOutput() : $output;
            $sentence = (string) preg_replace('/\s+/', ' ', trim($e->getMessage()));
            $errors->writeln(($input->getFirstArgument() ?? 'console') . ": $sentence", OutputInterface::OUTPUT_RAW);

            return Command::INVALID;
        }
    }
}
