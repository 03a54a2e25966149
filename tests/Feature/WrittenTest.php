<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Console\Commands\WriteRegistry;
use App\Queries\MethodsView;
use MarshTrial\Core\Rating\Property;
use MarshTrial\Core\Rating\Scale;

/** Files that are written from the code say what the code says. */
final class WrittenTest extends FeatureTestCase
{
    public function testTheInterfaceKnowsEveryProperty(): void
    {
        self::assertStringEqualsFile(base_path(WriteRegistry::FILE), WriteRegistry::source(), 'run php artisan interface:registry');
    }

    public function testTheMethodsAreThoseOfTheMeasuresAndTheScale(): void
    {
        self::assertStringEqualsFile(base_path(MethodsView::FILE), MethodsView::markdown(), 'run php artisan methods:write');
        $methods = $this->getJson('/api/methods')->assertOk()->json('methods');
        self::assertSame(Property::keys(Property::cases()), array_column($methods, 'property'));
        foreach ($methods as $method) {
            self::assertNotSame([], $method['protocols'], $method['property']);
            foreach ($method['thresholds'] as $threshold) {
                self::assertMatchesRegularExpression('/own|memory/', $threshold['text'], "$threshold[name] names its source");
            }
        }
    }

    public function testEveryNumberOfTheScaleIsTold(): void
    {
        $written = (string) file_get_contents(base_path(MethodsView::FILE));
        foreach ((new \ReflectionMethod(Scale::class, '__construct'))->getParameters() as $part) {
            $name = $part->getName();
            foreach ($name === 'name' ? [] : array_keys(get_object_vars(Scale::current()->$name)) as $number) {
                self::assertStringContainsString('| '.ucfirst($name).".$number |", $written);
            }
        }
    }
}
