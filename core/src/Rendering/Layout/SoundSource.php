<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Layout;

/** Where layout learns about sounds, and whoever makes shorts gets them. */
interface SoundSource
{
    /** The sound that a cell means; null when none is meant by it. */
    public function sound(string $cell): ?Sound;

    /**
     * Words as they are spoken; null where nobody can speak.
     *
     * @param string $language BCP 47
     */
    public function spoken(string $words, string $language): ?Sound;

    /** Its bytes, in AAC (MP4). */
    public function heard(Sound $sound): string;
}
