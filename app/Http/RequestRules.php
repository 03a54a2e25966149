<?php

declare(strict_types=1);

namespace App\Http;

use App\Models\User;
use App\Queries\MethodSource;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Http\Request;
use Illuminate\Routing\Route;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Gate;

/** What a route takes in its body or address: the rules that its own method checks it by, met by letting it begin and stopping it there. */
final class RequestRules
{
    /** @return array<string, mixed> rules by field; none where the method checks none, or asks for something else first */
    public static function of(Route $route): array
    {
        [$class, $function] = [...explode('@', $route->getActionName()), '__invoke'];
        $method = new \ReflectionMethod($class, $function);
        // Whatever checks nothing is never begun.
        if (! str_contains(MethodSource::of($method), '$request->validate(')) {
            return [];
        }
        $met = new class extends \RuntimeException {
            /** @var array<string, mixed> */
            public array $rules = [];
        };
        $kept = Request::hasMacro('validate') ? (new \ReflectionProperty(Request::class, 'macros'))->getValue()['validate'] : null;
        Request::macro('validate', function (array $rules) use ($met): never {
            $met->rules = $rules;
            throw $met;
        });
        Gate::before(static fn (?User $user): ?bool => self::$asking ? true : null);
        self::$asking = true;
        DB::beginTransaction();
        try {
            $method->invokeArgs(app()->make($class), array_map(static fn (\ReflectionParameter $p): mixed => self::standIn($p, $route), $method->getParameters()));
        } catch (\Throwable) {
            // Met, or it asked for something that is not there.
        } finally {
            DB::rollBack();
            self::$asking = false;
            Request::macro('validate', $kept ?? fn (): array => []);
        }

        return $met->rules;
    }

    private static bool $asking = false;

    private static function standIn(\ReflectionParameter $parameter, Route $route): mixed
    {
        $type = $parameter->getType() instanceof \ReflectionNamedType ? $parameter->getType()->getName() : 'string';
        if (is_a($type, Request::class, true)) {
            $request = Request::create('/'.$route->uri(), $route->methods()[0]);
            $request->setRouteResolver(static fn (): Route => $route);
            $request->setUserResolver(static fn (): User => (new User)->forceFill(['id' => 0, 'is_steward' => true]));

            return $request;
        }

        return match (true) {
            is_a($type, Model::class, true) => (new $type)->forceFill(['id' => 0]),
            $type === 'int' => 0,
            $type === 'string' => '',
            default => app()->make($type),
        };
    }
}
