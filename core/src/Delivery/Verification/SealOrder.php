<?php

declare(strict_types=1);

namespace Morphea\Core\Delivery\Verification;

use Morphea\Core\Message;
use Morphea\Core\Table\Patterns\Pattern;
use Morphea\Core\Table\Patterns\PatternException;

/** What the verification page says about every piece of a project. */
final readonly class SealOrder
{
    private const LONGEST = 300;

    /**
     * @param string $whom key of the column with the name
     * @param string $what pattern
     * @param string $day  key of a column; empty where no day is said
     */
    public function __construct(public string $whom, public string $what, public string $day)
    {
    }

    /** @param array<mixed> $said */
    public static function of(array $said): self
    {
        $text = static fn (string $key): string => \is_scalar($said[$key] ?? null) ? trim((string) $said[$key]) : '';

        return new self($text('whom'), $text('what'), $text('day'));
    }

    /** @return list<string> keys of the columns it shows */
    public function columns(): array
    {
        return array_values(array_filter([$this->whom, $this->day, ...Pattern::parse($this->what)->columns()]));
    }

    /** @return array<string, string> */
    public function toArray(): array
    {
        return get_object_vars($this);
    }

    /**
     * @param list<string> $keys of the table's columns
     *
     * @throws VerificationException
     */
    public function check(array $keys, string $locale): void
    {
        match (true) {
            !\in_array($this->whom, $keys, true) => throw new VerificationException(new Message('verification.wrong.whom')),
            '' !== $this->day && !\in_array($this->day, $keys, true)
                => throw new VerificationException(new Message('verification.wrong.day')),
            '' === $this->what => throw new VerificationException(new Message('verification.wrong.what')),
            mb_strlen($this->what) > self::LONGEST => throw new VerificationException(new Message('verification.wrong.long_what', [
                'most' => self::LONGEST,
            ])),
            default => null,
        };
        try {
            $unknown = Pattern::parse($this->what, $locale)->unknownColumns($keys);
        } catch (PatternException $e) {
            throw new VerificationException($e->says(), 0, $e);
        }
        if ([] !== $unknown) {
            throw new VerificationException(Pattern::unknown($unknown));
        }
    }
}
