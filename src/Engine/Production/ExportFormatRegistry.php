<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production;

use Morphea\Core\Design\Model\Design;
use Symfony\Component\DependencyInjection\Attribute\AutowireIterator;

/** All outputs in the order they are offered. */
final class ExportFormatRegistry
{
    /** @var array<string, ExportFormat>|null */
    private ?array $byId = null;

    /** @param iterable<ExportFormat> $outputs */
    public function __construct(#[AutowireIterator(ExportFormat::class)] private readonly iterable $outputs)
    {
    }

    /** @return array<string, ExportFormat> by id */
    public function all(): array
    {
        if (null === $this->byId) {
            $this->byId = [];
            foreach ($this->outputs as $output) {
                $this->byId[$output::id()] = $output;
            }
        }

        return $this->byId;
    }

    public function find(string $id): ?ExportFormat
    {
        return $this->all()[$id] ?? null;
    }

    /** An output that was valid before, for example when a run was ordered. */
    public function get(string $id): ExportFormat
    {
        return $this->find($id) ?? throw new \LogicException("There is no output “{$id}” any more.");
    }

    /** The default output: files to hand out one by one, which are PDFs for print, and pictures or shorts for screens. */
    public function usual(Design $design): ExportFormat
    {
        $usual = array_filter($this->all(), static fn (ExportFormat $output): bool => $output->isUsual($design));
        // What moves is wanted moving, if it can be made so.
        usort(
            $usual,
            static fn (ExportFormat $one, ExportFormat $other): int =>
                (int) ($other instanceof MotionFormat) <=> (int) ($one instanceof MotionFormat),
        );
        foreach ($usual as $output) {
            return $output;
        }
        throw new \LogicException('There is no output at all.');
    }

    /**
     * As written by ChosenFormat::toArray.
     *
     * @param array<string, mixed> $said
     */
    public function choice(array $said): ?ChosenFormat
    {
        $output = \is_string($said['output'] ?? null) ? $this->find($said['output']) : null;

        try {
            return null === $output ? null : new ChosenFormat($output, $output->settings(new SettingsInput($said)));
        } catch (FormatSettingsException) {
            // What was kept before a bound was drawn tighter is made as is usual.
            return new ChosenFormat($output, $output->settings());
        }
    }
}
