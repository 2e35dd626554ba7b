<?php

declare(strict_types=1);

namespace Morphea\App\Runs\PrintSheets;

use Morphea\App\Engine\Production\Choice;
use Morphea\App\Engine\Production\Output\Sheets;
use Morphea\App\Engine\Production\Outputs;
use Morphea\App\Engine\Production\Settings;
use Morphea\App\Platform\Account\Member;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Runs\Runs\Order;
use Morphea\App\Runs\Runs\OrderError;
use Morphea\App\Runs\Runs\Planner;
use Morphea\Core\Output\PrintSheets\SheetError;
use Morphea\Core\Output\PrintSheets\SheetSettings;
use Symfony\Component\HttpFoundation\InputBag;

/** Orders of print sheets, as the planner's form has them. */
final readonly class SheetOrders
{
    public function __construct(
        private Planner $planner,
        private Outputs $outputs,
        private LabelStore $labels,
    ) {
    }

    /** As the last sheets were, or as they usually are. */
    public function usual(Project $project): Order
    {
        return $this->planner->usual($project, Sheets::id());
    }

    /**
     * @param InputBag<bool|float|int|string> $input
     *
     * @throws OrderError
     */
    public function from(Project $project, Member $member, InputBag $input): Order
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
        } catch (SheetError $e) {
            throw new OrderError($e->getMessage(), 0, $e);
        }

        return Order::from($input, $usual, $this->outputs)->as([$this->choice($settings)]);
    }

    /** What an order says of the sheets; as usual, where that cannot be any more. */
    public static function settings(Project $project, Order $order): SheetSettings
    {
        try {
            return $order->choices[0]->settings->onSheets($project->template());
        } catch (SheetError) {
            return (new Settings())->onSheets($project->template());
        }
    }

    private function choice(SheetSettings $settings): Choice
    {
        $json = json_encode($settings->toArray(), \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE | \JSON_PRESERVE_ZERO_FRACTION);

        return new Choice($this->outputs->get(Sheets::id()), Settings::of(['sheet' => $json]));
    }
}
