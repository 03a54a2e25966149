<?php

declare(strict_types=1);

namespace App\Http;

use App\Models\User;
use App\Queries\MethodSource;
use Illuminate\Auth\Access\Gate as OpenGate;
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
        $request = (new class extends Request {
            /** @var array<string, mixed> */
            public array $rules = [];

            /** @param array<string, mixed> $rules */
            public function validate(array $rules): never
            {
                $this->rules = $rules;
                throw new \RuntimeException('Met.');
            }
        })::create('/'.$route->uri(), $route->methods()[0]);
        $user = static fn (): User => (new User)->forceFill(['id' => 0, 'is_steward' => true]);
        $request->setRouteResolver(static fn (): Route => $route);
        $request->setUserResolver($user);
        $gate = Gate::getFacadeRoot();
        Gate::swap((new OpenGate(app(), $user))->before(static fn (): bool => true));
        DB::beginTransaction();
        try {
            $method->invokeArgs(app()->make($class), array_map(static fn (\ReflectionParameter $p): mixed => self::standIn($p, $request), $method->getParameters()));
        } catch (\Throwable) {
            // Met, or it asked for something that is not there.
        } finally {
            DB::rollBack();
            Gate::swap($gate);
        }

        return $request->rules;
    }

    private static function standIn(\ReflectionParameter $parameter, Request $request): mixed
    {
        $type = $parameter->getType() instanceof \ReflectionNamedType ? $parameter->getType()->getName() : 'string';

        return match (true) {
            is_a($type, Request::class, true) => $request,
            is_a($type, Model::class, true) => (new $type)->forceFill(['id' => 0]),
            $type === 'int' => 0,
            $type === 'string' => '',
            default => app()->make($type),
        };
    }
}
