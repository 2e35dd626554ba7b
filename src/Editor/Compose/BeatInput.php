<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Compose;

use Morphea\Core\Design\Model\Beat;
use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Properties\Declared;
use Morphea\Core\Design\Properties\DesignException;
use Morphea\Core\Design\Properties\Group;
use Morphea\Core\Design\Properties\JsonNode;
use Morphea\Core\Design\Timing\BackgroundSound;
use Morphea\Core\Design\Timing\BeatLength;
use Morphea\Core\Design\Timing\BeatRule;

/** What people do to beats on the strip, turned into the beats there are then. */
final readonly class BeatInput
{
    /** In the place of words that are spoken: those that come with the beat. */
    public const SHOWN = '*';

    public function __construct(private Design $template)
    {
    }

    /** @return list<Beat> what most shorts are made of: something to read, a hold, what one waited for */
    public static function usual(): array
    {
        return [
            new Beat('first', 'First', new BeatLength(BeatRule::Reading, least: 1.5, most: 6.0, hold: 0.5)),
            new Beat('hold', 'Hold', new BeatLength(seconds: 1.5)),
            new Beat('last', 'Last', new BeatLength(BeatRule::Reading, least: 1.5, most: 5.0, hold: 0.5)),
        ];
    }

    /**
     * One more behind another.
     *
     * @return list<Beat>
     *
     * @throws DesignException when there are enough
     */
    public function add(string $behind): array
    {
        $beats = $this->template->beats;
        if (\count($beats) >= Design::MOST_BEATS) {
            throw new DesignException('', \sprintf('There are %d beats already, which is the most.', Design::MOST_BEATS));
        }
        for ($i = \count($beats) + 1; null !== $this->template->beat("beat-$i"); ++$i);
        array_splice($beats, ($this->template->beat($behind) ?? \count($beats) - 1) + 1, 0, [new Beat("beat-$i", "Beat $i")]);

        return $beats;
    }

    /** @return list<Beat> */
    public function without(string $id): array
    {
        return array_values(array_filter($this->template->beats, static fn (Beat $beat): bool => $beat->id !== $id));
    }

    /** @return list<Beat> */
    public function moved(string $id, int $by): array
    {
        $beats = $this->template->beats;
        $at = $this->place($id);
        $to = max(0, min(\count($beats) - 1, $at + $by));
        array_splice($beats, $to, 0, array_splice($beats, $at, 1));

        return $beats;
    }

    /**
     * @param array<array-key, mixed> $set what was typed, by path
     *
     * @return list<Beat>
     *
     * @throws DesignException
     */
    public function set(string $id, array $set): array
    {
        $at = $this->place($id);
        $declared = Declared::of(Beat::class);
        $data = $declared->write($this->template->beats[$at]);
        foreach ($set as $path => $value) {
            $path = (string) $path;
            if (\is_string($value) && \in_array($path, ['plays', 'voice'], true)) {
                $data = self::heard($path, trim($value)) + $data;
                continue;
            }
            $property = $declared->property($path);
            if (null === $property || $property instanceof Group || 'id' === $path || !\is_string($value)) {
                throw new DesignException($path, 'is nothing that can be changed here');
            }
            $typed = 'length.speed' === $path && '' === trim($value)
                ? null
                : $property->typed($path, trim($value), $this->template->measure());
            [$first, $rest] = explode('.', $path, 2) + [1 => null];
            null === $rest ? ($data[$first] = $typed) : ($data[$first] = [$rest => $typed] + (array) ($data[$first] ?? []));
        }
        $made = $declared->read(new JsonNode('beat', $data), $this->template->locale);
        \assert($made instanceof Beat);

        return array_map(static fn (Beat $beat): Beat => $beat->id === $id ? $made : $beat, $this->template->beats);
    }

    /**
     * @param array<array-key, mixed> $set what was typed, by name
     *
     * @throws DesignException
     */
    public function sound(array $set): BackgroundSound
    {
        $declared = Declared::of(BackgroundSound::class);
        $data = $declared->write($this->template->sound);
        foreach ($set as $name => $value) {
            $property = $declared->property((string) $name);
            if (null === $property || !\is_string($value)) {
                throw new DesignException((string) $name, 'is nothing that can be changed here');
            }
            $data[(string) $name] = 'track' === $name
                ? ('' === trim($value) ? null : trim($value))
                : $property->typed((string) $name, trim($value), $this->template->measure());
        }
        $made = $declared->read(new JsonNode('sound', $data), $this->template->locale);
        \assert($made instanceof BackgroundSound);

        return $made;
    }

    /** @return array<string, string|bool|null> */
    private static function heard(string $path, string $value): array
    {
        return match (true) {
            'plays' === $path => ['plays' => '' === $value ? null : $value],
            self::SHOWN === $value => ['says' => null, 'reads' => true],
            default => ['says' => '' === $value ? null : $value, 'reads' => false],
        };
    }

    /** @throws DesignException when there is none */
    private function place(string $id): int
    {
        return $this->template->beat($id) ?? throw new DesignException('', 'There is no such beat any more.');
    }
}
