<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Compose;

use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\Scene;
use Morphea\Core\Design\Properties\Declared;
use Morphea\Core\Design\Properties\DesignException;
use Morphea\Core\Design\Properties\Group;
use Morphea\Core\Design\Properties\JsonNode;
use Morphea\Core\Design\Timing\BackgroundSound;
use Morphea\Core\Design\Timing\SceneLength;
use Morphea\Core\Design\Timing\SceneRule;
use Morphea\Core\Message;

/** Converts actions on the scene strip to the resulting scenes. */
final readonly class SceneInput
{
    /** In the place of words that are spoken: those that come with the scene. */
    public const SHOWN = '*';

    public function __construct(private Design $design)
    {
    }

    /**
     * @param \Closure(string): string $named what each is called, by its id
     *
     * @return list<Scene> what most shorts are made of: something to read, a hold, what one waited for
     */
    public static function usual(\Closure $named): array
    {
        return [
            new Scene('first', $named('first'), new SceneLength(SceneRule::Reading, least: 1.5, most: 6.0, hold: 0.5)),
            new Scene('hold', $named('hold'), new SceneLength(seconds: 1.5)),
            new Scene('last', $named('last'), new SceneLength(SceneRule::Reading, least: 1.5, most: 5.0, hold: 0.5)),
        ];
    }

    /**
     * Adds a scene after another.
     *
     * @return list<Scene>
     *
     * @throws DesignException when there are enough
     */
    public function add(string $behind): array
    {
        $scenes = $this->design->scenes;
        if (\count($scenes) >= Design::MOST_SCENES) {
            throw new DesignException('', new Message('compose.refused.scenes', ['most' => Design::MOST_SCENES]));
        }
        for ($i = \count($scenes) + 1; null !== $this->design->scene("scene-$i"); ++$i);
        array_splice($scenes, ($this->design->scene($behind) ?? \count($scenes) - 1) + 1, 0, [new Scene("scene-$i", "Scene $i")]);

        return $scenes;
    }

    /** @return list<Scene> */
    public function without(string $id): array
    {
        return array_values(array_filter($this->design->scenes, static fn (Scene $scene): bool => $scene->id !== $id));
    }

    /** @return list<Scene> */
    public function moved(string $id, int $by): array
    {
        $scenes = $this->design->scenes;
        $at = $this->place($id);
        $to = max(0, min(\count($scenes) - 1, $at + $by));
        array_splice($scenes, $to, 0, array_splice($scenes, $at, 1));

        return $scenes;
    }

    /**
     * @param array<array-key, mixed> $set what was typed, by path
     *
     * @return list<Scene>
     *
     * @throws DesignException
     */
    public function set(string $id, array $set): array
    {
        $at = $this->place($id);
        $declared = Declared::of(Scene::class);
        $data = $declared->write($this->design->scenes[$at]);
        foreach ($set as $path => $value) {
            $path = (string) $path;
            if (\is_string($value) && \in_array($path, ['plays', 'voice'], true)) {
                $data = self::heard($path, trim($value)) + $data;
                continue;
            }
            $property = $declared->property($path);
            if (null === $property || $property instanceof Group || 'id' === $path || !\is_string($value)) {
                throw new DesignException($path, new Message('design.wrong.fixed'));
            }
            $typed = 'length.speed' === $path && '' === trim($value)
                ? null
                : $property->typed($path, trim($value), $this->design->measure());
            [$first, $rest] = explode('.', $path, 2) + [1 => null];
            null === $rest ? ($data[$first] = $typed) : ($data[$first] = [$rest => $typed] + (array) ($data[$first] ?? []));
        }
        $made = $declared->read(new JsonNode('scene', $data), $this->design->locale);
        \assert($made instanceof Scene);

        return array_map(static fn (Scene $scene): Scene => $scene->id === $id ? $made : $scene, $this->design->scenes);
    }

    /**
     * @param array<array-key, mixed> $set what was typed, by name
     *
     * @throws DesignException
     */
    public function sound(array $set): BackgroundSound
    {
        $declared = Declared::of(BackgroundSound::class);
        $data = $declared->write($this->design->sound);
        foreach ($set as $name => $value) {
            $property = $declared->property((string) $name);
            if (null === $property || !\is_string($value)) {
                throw new DesignException((string) $name, new Message('design.wrong.fixed'));
            }
            $data[(string) $name] = 'track' === $name
                ? ('' === trim($value) ? null : trim($value))
                : $property->typed((string) $name, trim($value), $this->design->measure());
        }
        $made = $declared->read(new JsonNode('sound', $data), $this->design->locale);
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
        return $this->design->scene($id) ?? throw new DesignException('', new Message('compose.refused.no_scene'));
    }
}
