<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Language;

use Symfony\Component\Console\ConsoleEvents;
use Symfony\Component\Console\Event\ConsoleCommandEvent;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\Translation\LocaleSwitcher;

/** Sets the language of the command line from `--lang`. */
#[AsEventListener(ConsoleEvents::COMMAND)]
final readonly class ConsoleLanguageListener
{
    public function __construct(private LocaleSwitcher $locale)
    {
    }

    public function __invoke(ConsoleCommandEvent $event): void
    {
        $said = $event->getInput()->getParameterOption('--lang', null, true);
        $language = \is_string($said) ? Language::tryFrom($said) : null;
        if (null !== $language) {
            $this->locale->setLocale($language->value);
        }
    }
}
