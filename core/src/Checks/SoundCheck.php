<?php

declare(strict_types=1);

namespace Morphea\Core\Checks;

/** Sounds that a row asks for and that are not there. */
final readonly class SoundCheck implements Check
{
    public function findings(Inspected $piece): iterable
    {
        foreach (0 === $piece->side && $piece->template->moves() ? $piece->laid->heard->missing : [] as $beat => $wanted) {
            yield new Finding(
                FindingKind::Sound,
                Severity::WillLookWrong,
                '',
                '' === $beat ? 'The track' : 'The sound of ' . $piece->template->beats[(int) $piece->template->beat($beat)]->name,
                "“{$wanted}” is missing; it stays silent.",
                remedies: [Remedy::BringSound, Remedy::ChangeCell],
            );
        }
    }
}
