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

/** Sentences in templates, and the formats of the reader's language. */
final readonly class WordsExtension
{
    public function __construct(
        private Words $words,
        private TimeZones $zones,
        #[Autowire(service: 'translator')] private TranslatorInterface&TranslatorBagInterface $translator,
    ) {
    }

    /**
     * A sentence by its id. What is put into its slots is escaped, but for markup, as of a link or a control: each language
     * puts it where its grammar wants it.
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
     * The same as plain words: in emails of text, and where words are put together.
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

    /** A message in words; words of before as they are. */
    #[AsTwigFilter('say')]
    public function say(Message|string|null $message): string
    {
        return $this->words->say($message);
    }

    /** A day and a time of day. */
    #[AsTwigFilter('moment')]
    public function moment(\DateTimeInterface|string $at): string
    {
        return $this->format($at, \IntlDateFormatter::LONG, \IntlDateFormatter::SHORT);
    }

    /** A day, in the zone of who reads it or in another one. */
    #[AsTwigFilter('day')]
    public function day(\DateTimeInterface|string $at, ?string $zone = null): string
    {
        return $this->format($at, \IntlDateFormatter::LONG, \IntlDateFormatter::NONE, $zone);
    }

    /**
     * A day or a time in the parts that are asked for, as a skeleton of CLDR: `yMMMM` is “March 2026”, `jm` “18:00”. It is as it
     * stands, in the zone that it comes in: a day that somebody chose is that day for everybody.
     */
    #[AsTwigFilter('date_as')]
    public function dateAs(\DateTimeInterface $at, string $skeleton): string
    {
        $locale = Language::formats($this->translator->getLocale());
        $pattern = \IntlDatePatternGenerator::create($locale)?->getBestPattern($skeleton);

        return (string) \IntlDateFormatter::formatObject($at, \is_string($pattern) ? $pattern : $skeleton, $locale);
    }

    /** How large a file is, in the unit that suits. */
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
