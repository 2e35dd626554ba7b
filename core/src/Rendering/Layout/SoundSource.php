<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Layout;

/** Where the layout looks up sounds and where shorts get them. */
interface SoundSource
{
    /** The sound a cell refers to; null if it refers to none. */
    public function sound(string $cell): ?Sound;

    /**
     * Text as speech; null if no speech is available.
     *
     * @param string $language BCP 47
     */
    public function spoken(string $words, string $language): ?Sound;

    /** Its bytes: AAC in MP4. */
    public function heard(Sound $sound): string;
}
