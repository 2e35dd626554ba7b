<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Checks;

use Morphea\App\Platform\Database\Dialect;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Checks\Severity;
use Morphea\Core\Checks\WarningKind;
use Morphea\Core\Table\Data\Column;
use Symfony\Component\HttpFoundation\Request;

/** Which pieces the light table shows, in which order and at which size, as stated in its URL. */
final readonly class LightTableFilter
{
    public const EYES = 'eyes';
    public const IN_ORDER = 'in-order';
    public const TOUCHED = 'touched';
    public const ACCEPTED = 'accepted';
    public const CHANGED = 'changed';
    public const LEFT = 'left';
    private const SHOWN = [self::EYES, self::IN_ORDER, self::TOUCHED, self::ACCEPTED, self::CHANGED, self::LEFT];
    public const SIZES = ['s' => 'small', 'm' => 'medium', 'l' => 'large'];
    /** What a chart can be about, as the facts of a row call it. */
    public const MEASURES = ['size', 'lines', 'letters', 'contrast'];

    /**
     * @param string                                              $show     one of the words above, a severity or a kind; empty for all
     * @param Column|null                                         $by       order by its values
     * @param Column|null                                         $column   only those with the value in it
     * @param array{string, string, float, float}|null $measured layer, measure, from, below
     */
    private function __construct(
        public string $order,
        public string $show,
        public string $layer,
        public string $size,
        public ?Column $by,
        public ?Column $column,
        public string $value,
        public ?array $measured,
    ) {
    }

    public static function of(Project $project, Request $request): self
    {
        $asked = $request->query;
        $columns = array_column($project->columns(), null, 'key');
        $show = $asked->getString('show');
        $known = \in_array($show, self::SHOWN, true) || null !== Severity::tryFrom($show) || null !== WarningKind::tryFrom($show);
        $by = $columns[$asked->getString('order')] ?? null;

        return new self(
            null !== $by ? $by->key : ('rows' === $asked->getString('order') ? 'rows' : 'worst'),
            $known ? $show : '',
            1 === preg_match('/^[a-z0-9][a-z0-9-]*$/', $asked->getString('of')) ? $asked->getString('of') : '',
            isset(self::SIZES[$asked->getString('size')]) ? $asked->getString('size') : 'm',
            $by,
            $column = $columns[$asked->getString('column')] ?? null,
            null === $column ? '' : $asked->getString('value'),
            self::measured($asked->getString('measured')),
        );
    }

    /**
     * As written in a URL.
     *
     * @param array<string, string> $other that is to be otherwise
     *
     * @return array<string, string>
     */
    public function query(array $other = []): array
    {
        return array_filter($other + [
            'order' => 'worst' === $this->order ? '' : $this->order,
            'show' => $this->show,
            'of' => $this->layer,
            'size' => 'm' === $this->size ? '' : $this->size,
            'column' => $this->column->key ?? '',
            'value' => $this->value,
            'measured' => null === $this->measured ? '' : implode('~', $this->measured),
        ], static fn (string $one): bool => '' !== $one);
    }

    /** Rows that are not made are never shown as pieces. */
    public function isOfLeft(): bool
    {
        return self::LEFT === $this->show;
    }

    /** Whether all pieces are shown. */
    public function isOpen(): bool
    {
        return '' === $this->show . $this->layer && null === $this->column && null === $this->measured;
    }

    /**
     * @param list<int> $shown ids of the rows that are touched up, or that changed since they were made, where those are asked for
     * @param list<int> $with  ids of the rows that have the value, where one is asked for
     *
     * @return array{string, list<int|float|string>} a condition, and its values
     */
    public function sql(Dialect $dialect, array $shown, array $with): array
    {
        $all = array_filter([
            $this->shown($dialect, $shown),
            '' === $this->layer ? null : ['layers LIKE ?', ["% $this->layer %"]],
            null === $this->column
                ? null
                : [$dialect->among('row_id'), [json_encode($with, \JSON_THROW_ON_ERROR)]],
            $this->between($dialect),
        ]);

        return [
            [] === $all ? '1 = 1' : implode(' AND ', array_column($all, 0)),
            array_merge(...array_column($all, 1)),
        ];
    }

    /** As SQL, unless sorted by a column. */
    public function order(): string
    {
        return 'rows' === $this->order ? 'number' : 'bad DESC, number';
    }

    /**
     * @param list<int> $rows ids
     *
     * @return array{string, list<int|string>}|null
     */
    private function shown(Dialect $dialect, array $rows): ?array
    {
        $note = Severity::Note->rank();

        return match ($this->show) {
            '', self::LEFT => null,
            self::EYES => ['bad > ?', [$note]],
            self::IN_ORDER => ['bad <= ?', [$note]],
            self::ACCEPTED => ['accepted > 0', []],
            self::TOUCHED, self::CHANGED => [$dialect->among('row_id'), [json_encode($rows, \JSON_THROW_ON_ERROR)]],
            default => null !== ($worst = Severity::tryFrom($this->show))
                ? ['bad = ?', [$worst->rank()]]
                : ['kinds LIKE ?', ["% $this->show %"]],
        };
    }

    /** @return array{string, list<float>}|null */
    private function between(Dialect $dialect): ?array
    {
        if (null === $this->measured) {
            return null;
        }
        [$layer, $measure, $from, $below] = $this->measured;
        $value = $dialect->number($dialect->json('facts', 'texts', $layer, $measure));

        return ["$value >= CAST(? AS DOUBLE PRECISION) AND $value < CAST(? AS DOUBLE PRECISION)", [$from, $below]];
    }

    /** @return array{string, string, float, float}|null */
    private static function measured(string $said): ?array
    {
        $parts = explode('~', $said);

        return 4 === \count($parts)
            && 1 === preg_match('/^[a-z0-9][a-z0-9-]*$/', $parts[0])
            && \in_array($parts[1], self::MEASURES, true)
            && is_numeric($parts[2])
            && is_numeric($parts[3])
            ? [$parts[0], $parts[1], (float) $parts[2], (float) $parts[3]]
            : null;
    }
}
