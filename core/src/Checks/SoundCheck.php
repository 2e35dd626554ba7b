<?php

declare(strict_types=1);

namespace Morphea\Core\Checks;

use Morphea\Core\Message;

/** Finds sounds that a row names but the project does not have. */
final readonly class SoundCheck implements Check
{
    public function warnings(Inspected $piece): iterable
    {
        foreach (0 === $piece->page && $piece->design->moves() ? $piece->laid->heard->missing : [] as $scene => $wanted) {
            yield new Warning(
                WarningKind::Sound,
                Severity::WillLookWrong,
                '',
                '' === $scene ? new Message('warnings.track') : new Message('warnings.sound_of', [
                        'scene' => $piece->design->scenes[(int) $piece->design->scene($scene)]->name,
                    ]),
                new Message('warnings.sound_missing', ['sound' => $wanted]),
                remedies: [Remedy::BringSound, Remedy::ChangeCell],
            );
        }
    }
}
