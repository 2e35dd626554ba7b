<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Media;

use Morphea\Core\Rendering\Layout\Sound;

/** The built-in short sounds for scenes; made by bin/media. */
final readonly class ShippedSounds
{
    /** Seconds, by name. */
    public const ALL = ['tick' => 0.08, 'whoosh' => 0.6, 'bell' => 1.6, 'knock' => 0.3];

    public function __construct(private string $projectDir)
    {
    }

    public function sound(string $name): ?Sound
    {
        $name = strtolower(trim($name));

        return isset(self::ALL[$name])
            ? new Sound($name, (string) hash_file('sha256', $this->path($name)), self::ALL[$name])
            : null;
    }

    public function bytes(string $name): string
    {
        return (string) file_get_contents($this->path($name));
    }

    private function path(string $name): string
    {
        return "$this->projectDir/sounds/$name.m4a";
    }
}
