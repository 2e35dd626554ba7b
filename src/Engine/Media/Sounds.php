<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Media;

use Morphea\Core\Rendering\Layout\Sound;
use Morphea\Core\Rendering\Layout\SoundSource;
use Morphea\Core\Table\Naming\PictureNames;

/** The sounds of one project, the built-in ones, and text read aloud. */
final class Sounds implements SoundSource
{
    private ?PictureNames $names = null;

    /**
     * @param \Closure(): list<string>    $all   names of the project's sounds
     * @param \Closure(string): ?Sound    $find  by name
     * @param \Closure(string): string    $bytes by name
     */
    public function __construct(
        private readonly \Closure $all,
        private readonly \Closure $find,
        private readonly \Closure $bytes,
        private readonly ShippedSounds $shipped,
        private readonly Spoken $spoken,
    ) {
    }

    public function sound(string $cell): ?Sound
    {
        $this->names ??= new PictureNames(($this->all)());
        $name = $this->names->find($cell);

        return null === $name ? $this->shipped->sound($cell) : ($this->find)($name);
    }

    public function spoken(string $words, string $language): ?Sound
    {
        return $this->spoken->find($words, $language);
    }

    public function heard(Sound $sound): string
    {
        $own = ($this->find)($sound->name);

        return match (true) {
            $own?->hash === $sound->hash => ($this->bytes)($sound->name),
            null !== $this->shipped->sound($sound->name) => $this->shipped->bytes($sound->name),
            default => $this->spoken->bytes($sound),
        };
    }
}
