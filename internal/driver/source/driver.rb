# Calls what a program defines: one request in JSON on each line, and a line of answer for each. For each script a process
# of its own is forked from one that has loaded the program.
require 'json'
require 'set'

class DurchgangAsked < Exception; end

class DurchgangSignature < Exception; end

# A standard input at which nobody sits.
class DurchgangNobody
  %i[gets read readline readlines each_line getc each_char readchar getch].each do |name|
    define_method(name) { |*| raise DurchgangAsked, 'the program asks for input' }
  end
  def tty? = false
  def sync = true
  def fileno = 0
end

class DurchgangDriver
  ABSENT = Object.new

  def initialize(files)
    @files = files.map { |f| File.expand_path(f) }
    @classes = ObjectSpace.each_object(Class).to_a + [self.class]
    @modules = ObjectSpace.each_object(Module).to_a
    @functions = Object.private_instance_methods(false)
    @globals = global_variables
    @files.each do |f|
      load f
    rescue Exception => e
      @load = failure(e)
    end
  end

  def failure(e)
    made = { kind: 'raised', type: e.class.name, says: e.message }
    made[:kind] = 'input' if e.is_a?(DurchgangAsked)
    made[:kind] = 'syntax' if e.is_a?(SyntaxError)
    made.merge!(kind: 'module', name: e.path) if e.is_a?(LoadError) && e.respond_to?(:path) && e.path
    where = (e.backtrace || []).find { |l| @files.any? { |f| l.start_with?(f) || l.start_with?(File.basename(f)) } }
    if where
      file, number, = where.split(':')
      made[:at] = "#{File.basename(file)} line #{number}"
      made[:text] = (File.readlines(file)[number.to_i - 1] || '').strip if File.exist?(file)
    end
    made
  end

  def takes(method)
    method.parameters.reject { |k, _| %i[block key keyrest keyreq].include?(k) }.map do |k, n|
      { name: n.to_s, type: '', optional: k != :req }
    end
  end

  def describe(c)
    methods = c.ancestors.take_while { |a| a != Object }.flat_map { |a| a.public_instance_methods(false) }.uniq
    { name: c.name, new: [takes(c.instance_method(:initialize))], fields: [], values: [],
      methods: methods.map { |m| { name: m.to_s, takes: takes(c.instance_method(m)) } } +
        c.singleton_methods(false).map { |m| { name: m.to_s, takes: takes(c.method(m)), static: true } } }
  end

  def outline
    made = (ObjectSpace.each_object(Class).to_a - @classes).select { |c| c.name && !(c < Exception) && !c.name.start_with?('Durchgang') }
    functions = Object.private_instance_methods(false) - @functions
    modules = (ObjectSpace.each_object(Module).to_a - @modules).reject { |m| m.is_a?(Class) || m.name.nil? }
    { functions: functions.map { |f| { name: f.to_s, takes: takes(method(f)) } } +
      modules.flat_map { |m| m.singleton_methods(false).map { |f| { name: "#{m.name}.#{f}", takes: takes(m.method(f)) } } },
      classes: made.reverse.map { |c| describe(c) }, values: (global_variables - @globals).map(&:to_s), load: @load }
  end

  def fields(v, depth)
    v.instance_variables.to_h { |n| [n.to_s.delete_prefix('@'), plain(v.instance_variable_get(n), depth)] }
  end

  def plain(v, depth = 0)
    case v
    when nil, true, false, Integer then v
    when Float then v == v.to_i ? v.to_i : v
    when String then v.dup.force_encoding('UTF-8').scrub
    when Symbol then v.to_s
    when Array then depth > 8 ? '…' : v.first(4096).map { |x| plain(x, depth + 1) }
    when Hash then { '$map' => v.first(4096).map { |k, x| [plain(k, depth + 1), plain(x, depth + 1)] } }
    when Set then { '$set' => v.map { |x| plain(x, depth + 1) } }
    when Proc, Method, Module then { '$call' => true }
    when Struct then { '$object' => v.class.name, 'fields' => v.to_h.to_h { |k, x| [k.to_s, plain(x, depth + 1)] } }
    else depth > 3 ? { '$object' => v.class.name } : { '$object' => v.class.name, 'fields' => fields(v, depth + 1) }
    end
  end

  def given(a)
    case a
    when Array then a.map { |x| given(x) }
    when Hash
      return @game if a.key?('$game')
      return find(a['$name']) if a.key?('$name')
      return a['$symbol'].to_sym if a.key?('$symbol')
      return find(a['$new']).new(*a['args'].map { |x| given(x) }) if a.key?('$new')
      return given(a['$tuple']) if a.key?('$tuple')
      return a['$set'].map { |x| given(x) }.to_set if a.key?('$set')
      return a['$map'].to_h { |k, x| [given(k), given(x)] } if a.key?('$map')
      return Random.new(a['$random']) if a.key?('$random')

      a.transform_values { |x| given(x) }
    else a
    end
  end

  def find(name)
    name.split('.').reduce(Object) { |at, part| at.const_get(part) }
  rescue NameError
    nil
  end

  def target(name, on)
    return @game.respond_to?(name) ? @game.public_method(name) : nil if on

    holder, _, last = name.rpartition('.')
    return find(holder)&.method(last) unless holder.empty?

    constant = name =~ /\A[A-Z]/ ? find(name) : nil
    return constant.method(:new) if constant.is_a?(Class)

    TOPLEVEL_BINDING.receiver.method(name)
  rescue NameError
    of = (ObjectSpace.each_object(Module).to_a - @modules).find { |m| m.singleton_methods(false).include?(name.to_sym) }
    of&.method(name)
  end

  def answer(r)
    case r['do']
    when 'outline' then outline
    when 'members' then describe(@game.class)
    when 'text' then @game.to_s
    when 'get' then r['name'] ? get(r['name'], r['on'], r['keep']) : plain(@game)
    else
      method = target(r['name'], r['on'])
      return ABSENT unless method

      args = r['args'].map { |a| given(a) }
      shape = method.name == :new && method.receiver.is_a?(Class) ? method.receiver.instance_method(:initialize) : method
      least = shape.parameters.count { |k, _| k == :req }
      most = shape.parameters.any? { |k, _| k == :rest } ? 99 : shape.parameters.count { |k, _| %i[req opt].include?(k) }
      unless (least..most).cover?(args.size)
        raise DurchgangSignature, "#{r['name']}(#{shape.parameters.map { |_, n| n }.join(', ')})"
      end

      result = method.call(*args)
      @game = result if r['keep']
      r['back'] ? [plain(result), args.map { |a| plain(a) }] : plain(result)
    end
  end

  def get(name, on, keep)
    if name == '*'
      return fields(@game, 0) if on

      return (global_variables - @globals).to_h { |g| [g.to_s, plain(TOPLEVEL_BINDING.eval(g.to_s))] }
    end
    unless on
      return TOPLEVEL_BINDING.eval(name).then { |v| plain(v) } if name.start_with?('$')

      v = find(name)
      @game = v if keep
      return v.nil? ? ABSENT : plain(v)
    end
    return plain(@game[name.to_sym]) if @game.is_a?(Hash) && @game.key?(name.to_sym)

    @game.instance_variable_defined?("@#{name}") ? plain(@game.instance_variable_get("@#{name}")) : ABSENT
  end

  def line(text)
    r = JSON.parse(text)
    result = answer(r)
    result.equal?(ABSENT) ? "? #{r['name']}" : "= #{JSON.generate(result)}"
  rescue DurchgangSignature => e
    "! #{JSON.generate({ kind: 'signature', says: e.message })}"
  rescue Exception => e
    "! #{JSON.generate(failure(e))}"
  end
end

requests = IO.for_fd(IO.sysopen('/dev/null'))
requests.close
requests = $stdin.dup
answers = $stdout.dup
first = +''
first << requests.sysread(1) until first.end_with?("\n")
settings = JSON.parse(first)
$stdout.reopen($stderr)
$stdin.reopen('/dev/null')
$stdin = DurchgangNobody.new
module Kernel
  def gets(*) = raise(DurchgangAsked, 'the program asks for input')
  def readline(*) = raise(DurchgangAsked, 'the program asks for input')
  def readlines(*) = raise(DurchgangAsked, 'the program asks for input')
end
driver = DurchgangDriver.new(settings['files'])
loop do
  child = fork do
    hold = settings['hold'] || 1
    written = []
    while (text = requests.gets)
      if text.start_with?('{"do":"fresh"')
        answers.write(written.join, "= null\n")
        answers.flush
        exit!(88)
      end
      written << driver.line(text) << "\n"
      next if written.size < 2 * hold

      answers.write(written.join)
      answers.flush
      written.clear
    end
    answers.write(written.join)
    answers.flush
    exit!(7)
  end
  _, status = Process.wait2(child)
  Process.kill(status.termsig, Process.pid) if status.signaled?
  exit!(status.exitstatus) unless status.exitstatus == 88
end
