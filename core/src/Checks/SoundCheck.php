<?php

declare(strict_types=1);

namespace Morphea\Core\Checks;

/** Sounds that a row asks for and that are not there. */
final readonly class SoundCheck implements Check
{
    public function warnings(Inspected $piece): iterable
    {
        foreach (0 === $piece->page && $piece->design->moves() ? $piece->laid->heard->missing : [] as $scene => $wanted) {
            yield new Warning(
                WarningKind::Sound,
                Severity::WillLookWrong,
                '',
                '' === $scene ? 'The track' : 'The sound of ' . $piece->design->scenes[(int) $piece->design->scene($scene)]->name,
                "“{$wanted}” is missing; it stays silent.",
                remedies: [Remedy::BringSound, Remedy::ChangeCell],
            );
        }
    }
}
