using BenchmarkDotNet.Running;
using Wattology.Bench;

if (args is ["load", var address]) await LoadRun.RunAsync(new Uri(address));
else BenchmarkSwitcher.FromAssembly(typeof(CoreBenchmarks).Assembly).Run(args);
