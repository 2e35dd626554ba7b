<?php

declare(strict_types=1);

namespace Morphea\Core\Output\PrintSheets;

use Morphea\Core\Message;

/** Values as entered, by name. Numbers may have a decimal comma; errors name the value. */
final readonly class SaidInput
{
    /** @param array<string, mixed> $said */
    public function __construct(private array $said)
    {
    }

    public function has(string $name): bool
    {
        return \array_key_exists($name, $this->said);
    }

    public function text(string $name, string $else): string
    {
        return \is_scalar($this->said[$name] ?? null) ? trim((string) $this->said[$name]) : $else;
    }

    public function flag(string $name, bool $else): bool
    {
        return $this->has($name) ? filter_var($this->said[$name], \FILTER_VALIDATE_BOOL) : $else;
    }

    public function colour(string $name, string $else): string
    {
        $said = strtoupper($this->text($name, $else));

        return 1 === preg_match('/^#[0-9A-F]{6}$/D', $said) ? $said : $else;
    }

    /** @throws SheetException */
    public function number(string $name, string $what, float $else, float $least, float $most): float
    {
        $said = strtr($this->text($name, ''), ',', '.');
        if ('' === $said) {
            return $else;
        }
        $number = is_numeric($said) ? (float) $said : null;
        if (null === $number || !is_finite($number) || $number < $least || $number > $most) {
            throw self::wrong('measure', $what, $said, $least, $most);
        }

        return $number;
    }

    /**
     * @return int|null null where nothing is said
     *
     * @throws SheetException
     */
    public function whole(string $name, string $what, ?int $else, int $least, int $most): ?int
    {
        if (!$this->has($name)) {
            return $else;
        }
        $said = $this->text($name, '');
        if ('' === $said) {
            return null;
        }
        if (1 !== preg_match('/^\d{1,9}$/D', $said) || (int) $said < $least || (int) $said > $most) {
            throw self::wrong('whole', $what, $said, $least, $most);
        }

        return (int) $said;
    }

    /**
     * @template T
     *
     * @param \Closure(string): ?T $read
     *
     * @return list<T>
     */
    public function all(string $name, \Closure $read): array
    {
        $all = $this->said[$name] ?? [];
        $all = \is_array($all) ? $all : explode(',', \is_scalar($all) ? (string) $all : '');
        $found = [];
        foreach (\array_slice($all, 0, Arranger::MOST) as $one) {
            $value = \is_scalar($one) ? $read(trim((string) $one)) : null;
            if (null !== $value) {
                $found[] = $value;
            }
        }

        return $found;
    }

    /** @param string $what as in `sheets.wrong.what` */
    private static function wrong(string $how, string $what, string $said, float $least, float $most): SheetException
    {
        return new SheetException(new Message("sheets.wrong.$how", [
            'what' => new Message("sheets.wrong.what.$what"),
            'text' => mb_strimwidth($said, 0, 20, '…', 'UTF-8'),
            'least' => $least,
            'most' => $most,
        ]));
    }
}
