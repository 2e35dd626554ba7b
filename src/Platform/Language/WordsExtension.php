<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Language;

use Morphea\App\Platform\Clock\TimeZones;
use Morphea\Core\Message;
use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\Translation\TranslatorBagInterface;
use Symfony\Contracts\Translation\TranslatorInterface;
use Twig\Attribute\AsTwigFilter;
use Twig\Attribute\AsTwigFunction;
use Twig\Markup;

/** Messages in templates, and formats in the reader's language. */
final readonly class WordsExtension
{
    public function __construct(
        private Words $words,
        private TimeZones $zones,
        #[Autowire(service: 'translator')] private TranslatorInterface&TranslatorBagInterface $translator,
    ) {
    }

    /**
     * A message by its id. Values for its slots are escaped, except for markup such as a link or a control, which each
     * language puts where its grammar wants it.
     *
     * @param array<string, mixed> $slots
     */
    #[AsTwigFunction('t', isSafe: ['html'])]
    public function sentence(string $id, array $slots = []): string
    {
        $markup = [];
        $parameters = [];
        foreach ($slots as $name => $value) {
            if ($value instanceof Markup) {
                // It stands in the sentence as a sign that no words have, until the sentence is escaped.
                $parameters[$name] = "\u{E000}" . \count($markup) . "\u{E001}";
                $markup[$parameters[$name]] = (string) $value;
            } else {
                $parameters[$name] = $value;
            }
        }
        /** @var array<string, string> $parameters */
        $said = $this->words->say(new Message($id, $parameters));

        return strtr(htmlspecialchars($said, \ENT_QUOTES | \ENT_SUBSTITUTE, 'UTF-8'), $markup);
    }

    /**
     * The same as plain text: for text emails, and where text is put together.
     *
     * @param array<string, string|int|float> $slots
     */
    #[AsTwigFunction('words')]
    public function words(string $id, array $slots = []): string
    {
        return $this->words->say(new Message($id, $slots));
    }

    /** @return array<string, string> what scripts say, by id, as ICU messages (assets/scripts/sentences.js) */
    #[AsTwigFunction('script_sentences')]
    public function scriptSentences(): array
    {
        return $this->translator->getCatalogue($this->translator->getLocale())->all('scripts+intl-icu');
    }

    /** @return list<Language> */
    #[AsTwigFunction('languages')]
    public function languages(): array
    {
        return Language::cases();
    }

    /** @return array<string, list<string>> names by region */
    #[AsTwigFunction('time_zones')]
    public function timeZones(): array
    {
        return TimeZones::all();
    }

    /** A message in words; stored words stay as they are. */
    #[AsTwigFilter('say')]
    public function say(Message|string|null $message): string
    {
        return $this->words->say($message);
    }

    /** A date and time. */
    #[AsTwigFilter('moment')]
    public function moment(\DateTimeInterface|string $at): string
    {
        return $this->format($at, \IntlDateFormatter::LONG, \IntlDateFormatter::SHORT);
    }

    /** A date, in the reader's zone or another one. */
    #[AsTwigFilter('day')]
    public function day(\DateTimeInterface|string $at, ?string $zone = null): string
    {
        return $this->format($at, \IntlDateFormatter::LONG, \IntlDateFormatter::NONE, $zone);
    }

    /**
     * A date or time in the requested parts, as a CLDR skeleton: `yMMMM` is “March 2026”, `jm` “18:00”. It is
     * not converted to another zone: a chosen day is the same day for everybody.
     */
    #[AsTwigFilter('date_as')]
    public function dateAs(\DateTimeInterface $at, string $skeleton): string
    {
        $locale = Language::formats($this->translator->getLocale());
        $pattern = \IntlDatePatternGenerator::create($locale)?->getBestPattern($skeleton);

        return (string) \IntlDateFormatter::formatObject($at, \is_string($pattern) ? $pattern : $skeleton, $locale);
    }

    /** The size of a file in a suitable unit. */
    #[AsTwigFilter('file_size')]
    public function fileSize(int|float $bytes): string
    {
        return $this->words->say(FileSize::of($bytes));
    }

    private function format(\DateTimeInterface|string $at, int $day, int $time, ?string $zone = null): string
    {
        $at = \is_string($at) ? new \DateTimeImmutable($at) : $at;
        $formatter = new \IntlDateFormatter(
            Language::formats($this->translator->getLocale()),
            $day,
            $time,
            null === $zone ? $this->zones->reader() : $this->zones->named($zone),
        );

        return (string) $formatter->format($at);
    }
}
