<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production;

use Morphea\Core\Message;

/** The settings of a format from a form, the command line or a stored order. Empty values mean the default. */
final readonly class SettingsInput
{
    /** @param array<string, mixed> $said by key */
    public function __construct(private array $said)
    {
    }

    public function text(string $key, string $usual = ''): string
    {
        $value = $this->said[$key] ?? null;
        $text = \is_scalar($value) ? trim((string) $value) : '';

        return '' === $text ? $usual : $text;
    }

    public function flag(string $key): bool
    {
        return (bool) ($this->said[$key] ?? false);
    }

    /** @throws FormatSettingsException */
    public function whole(string $key, int $usual, int $least, int $most): int
    {
        $text = $this->text($key, (string) $usual);
        $fits = 1 === preg_match('/^\d{1,9}$/D', $text) && (int) $text >= $least && (int) $text <= $most;

        return $fits ? (int) $text : throw $this->refuse($key, new Message('press.setting.whole', ['least' => $least, 'most' => $most]));
    }

    /**
     * @param float $least the value itself may be
     *
     * @throws FormatSettingsException
     */
    public function number(string $key, ?float $usual, float $least, string $do): ?float
    {
        $text = strtr($this->text($key), ',', '.');
        if ('' === $text) {
            return $usual;
        }

        return is_numeric($text) && is_finite((float) $text) && (float) $text >= $least
            ? (float) $text
            : throw $this->refuse($key, new Message("press.setting.$do"));
    }

    /**
     * @param list<int> $of
     *
     * @throws FormatSettingsException
     */
    public function oneOf(string $key, int $usual, array $of): int
    {
        $text = $this->text($key, (string) $usual);

        return \in_array($text, array_map(strval(...), $of), true)
            ? (int) $text
            : throw $this->refuse($key, new Message('press.setting.one_of', ['values' => implode(', ', $of)]));
    }

    /** @throws FormatSettingsException */
    public function matching(string $key, string $usual, string $pattern, string $do): string
    {
        $text = $this->text($key, $usual);

        return 1 === preg_match($pattern, $text) ? $text : throw $this->refuse($key, new Message("press.setting.$do"));
    }

    /**
     * @template T of \BackedEnum
     *
     * @param T $usual
     *
     * @return T
     *
     * @throws FormatSettingsException
     */
    public function choice(string $key, \BackedEnum $usual): \BackedEnum
    {
        $text = $this->text($key, (string) $usual->value);
        $all = array_map(static fn (\BackedEnum $one): string => (string) $one->value, $usual::cases());
        $at = array_search($text, $all, true);

        return false === $at ? throw $this->refuse($key, new Message('press.setting.one_of', [
            'values' => implode(', ', $all),
        ])) : $usual::cases()[$at];
    }

    private function refuse(string $key, Message $do): FormatSettingsException
    {
        return new FormatSettingsException($key, $this->text($key), $do);
    }
}
