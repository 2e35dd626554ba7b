<?php

declare(strict_types=1);

namespace Morphea\App\Runs\PrintSheets;

use Morphea\App\Engine\Production\ChosenFormat;
use Morphea\App\Engine\Production\ExportFormatRegistry;
use Morphea\App\Engine\Production\Format\SheetPdfSettings;
use Morphea\App\Engine\Production\Format\Sheets;
use Morphea\App\Engine\Production\SettingsInput;
use Morphea\App\Platform\Account\Member;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Runs\Runs\RunOrder;
use Morphea\App\Runs\Runs\RunOrderException;
use Morphea\App\Runs\Runs\RunPlanner;
use Morphea\Core\Output\PrintSheets\SheetException;
use Morphea\Core\Output\PrintSheets\SheetSettings;
use Symfony\Component\HttpFoundation\InputBag;

/** Orders of print sheets, as the planner's form holds them. */
final readonly class SheetOrders
{
    public function __construct(
        private RunPlanner $planner,
        private ExportFormatRegistry $outputs,
        private LabelStore $labels,
    ) {
    }

    /** The settings of the last print sheets, or the defaults. */
    public function usual(Project $project): RunOrder
    {
        return $this->planner->usual($project, Sheets::id());
    }

    /**
     * @param InputBag<bool|float|int|string> $input
     *
     * @throws RunOrderException
     */
    public function from(Project $project, Member $member, InputBag $input): RunOrder
    {
        $usual = $this->usual($project);
        $all = $input->all();
        $said = \is_array($all['sheet'] ?? null) ? $all['sheet'] : [];
        try {
            if (\is_string($all['label'] ?? null)) {
                $own = \is_array($all['own'] ?? null) ? $all['own'] : [];
                $said['labels'] = $this->labels->chosen($member, $all['label'], $own)?->toArray();
            }
            $settings = SheetSettings::of($said, self::settings($project, $usual));
        } catch (SheetException $e) {
            throw new RunOrderException($e->says(), 0, $e);
        }

        return RunOrder::from($input, $usual, $this->outputs)->as([$this->choice($settings)]);
    }

    /** The sheet settings of an order; defaults where they are no longer valid. */
    public static function settings(Project $project, RunOrder $order): SheetSettings
    {
        try {
            return SheetPdfSettings::from($order->choices[0]->settings)->onSheets($project->design());
        } catch (SheetException) {
            return (new SheetPdfSettings())->onSheets($project->design());
        }
    }

    private function choice(SheetSettings $settings): ChosenFormat
    {
        $json = json_encode($settings->toArray(), \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE | \JSON_PRESERVE_ZERO_FRACTION);

        return new ChosenFormat($this->outputs->get(Sheets::id()), new SheetPdfSettings(new SettingsInput(['sheet' => $json])));
    }
}
